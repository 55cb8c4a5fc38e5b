<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import PlannedChanges from '@/changes/PlannedChanges.vue';
import AskDelete from '@/shared/AskDelete.vue';
import AtTime from '@/shared/AtTime.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, when } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import ItemVersions from '@/shared/ItemVersions.vue';
import { ifMatch, useOne } from '@/shared/one';
import SetUpForm from '@/shared/SetUpForm.vue';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import PanelChanges from './PanelChanges.vue';
import { isOtherwise, placesFrom, takenOf } from './places';
import PlacesEditor from './PlacesEditor.vue';

type Form = Schemas['PanelPlanForm'];
const router = useRouter();
const { say } = useToast();
/** Whether what the panels have otherwise is given up; when it is done, nothing for now. */
const replaceOwn = ref(false);
const at = ref<string>();
const order = (plan: Form) => ({ plan, replaceOwn: replaceOwn.value });
const {
  query,
  isNew,
  ready,
  open,
  form,
  dirty,
  save: saveOne,
  remove,
  reset,
  general,
  busy,
} = useOne<Schemas['PanelPlanView'], Form>({
  path: 'panel-plans',
  one: (id) => ask(api.GET('/api/panel-plans/{id}', { params: { path: { id } } })),
  add: (plan) => ask(api.POST('/api/panel-plans', { body: order(plan) })),
  change: (id, plan, version) =>
    ask(
      api.PUT('/api/panel-plans/{id}', {
        params: { path: { id }, header: ifMatch(version) },
        body: { ...order(plan), at: at.value },
      }),
    ),
  remove: (id) => ask(api.DELETE('/api/panel-plans/{id}', { params: { path: { id } } })),
  blank: () => ({ name: '', scope: 'PLACE', of: '', places: [], start: 0 }),
  formOf: (plan) => ({
    name: plan.name,
    scope: plan.scope,
    of: plan.of,
    places: plan.jobs.filter((c) => c.place > 0).map((c) => ({ place: c.place, jobId: c.job.id })),
    start: plan.start,
  }),
  saidOf: (plan) =>
    at.value ? `Planned for ${when(at.value)}.` : `${plan.name} saved; its panels show it at once.`,
});
async function save() {
  const planned = at.value;
  const saved = await saveOne();
  if (!saved) return;
  replaceOwn.value = false;
  at.value = undefined;
  if (planned) say(`Planned for ${when(planned)}. It can be cancelled here or in the change log.`);
}

const scopes = useQuery({
  queryKey: ['panel-plans', 'scopes'],
  queryFn: () => ask(api.GET('/api/panel-plans/scopes')),
});
const SCOPES = { PLACE: 'A place of work', MODEL: 'A model', OFFICE: 'All devices' } as const;
const SCOPE_NAMES = Object.entries(SCOPES) as [keyof typeof SCOPES, string][];
const offered = computed(() => (scopes.data.value ?? []).filter((one) => one.scope === form.value.scope));
const scope = computed(() => offered.value.find((one) => one.of === form.value.of));
watch([() => form.value.scope, offered], () => {
  if (form.value.scope === 'OFFICE') form.value.of = '';
});
const jobs = useQuery({
  queryKey: computed(() => ['panel-plans', 'jobs', form.value.scope, form.value.of]),
  queryFn: () =>
    ask(
      api.GET('/api/panel-plans/jobs', {
        params: { query: { scope: form.value.scope, of: form.value.of ?? '' } },
      }),
    ),
  placeholderData: keepPreviousData,
});
const LEAST = 6;
const places = computed(() =>
  Math.max(LEAST, scope.value?.places ?? 0, ...form.value.places.map((one) => one.place)),
);
const placed = computed({
  get: () => placesFrom(form.value.places.map((one) => [one.place, one.jobId])),
  set: (next) => (form.value.places = takenOf(next)),
});
const cares = computed(() =>
  (jobs.data.value ?? [])
    .filter((c) => form.value.places.some((one) => one.jobId === c.job.id))
    .flatMap((c) => c.findings.map((finding) => ({ job: c.job, finding }))),
);

/** What it would do, before it is done. */
const wanted = refDebounced(
  computed(() => JSON.stringify({ ...order(form.value), id: open.value?.id })),
  250,
);
const possible = computed(
  () => form.value.places.length > 0 && (form.value.scope === 'OFFICE' || !!form.value.of),
);
const changing = computed(() => (dirty.value || replaceOwn.value) && possible.value);
const preview = useQuery({
  queryKey: computed(() => ['panel-plans', 'preview', wanted.value]),
  queryFn: ({ signal }) => {
    const body = JSON.parse(wanted.value) as Schemas['PanelPlanOrder'];
    // A name is asked for when it is saved; what would change is known before.
    return ask(
      api.POST('/api/panel-plans/preview', {
        body: { ...body, plan: { ...body.plan, name: body.plan.name || 'Plan' } },
        signal,
      }),
    );
  },
  enabled: changing,
  placeholderData: keepPreviousData,
  retry: false,
});
const told = computed(() => preview.data.value ?? []);
const others = computed(() => told.value.filter((one) => !one.same).length);
const title = computed(() => {
  if (isNew.value) return 'New panel plan';
  const panels = open.value?.panels ?? [];
  const own = panels.filter(isOtherwise).length;
  return `${open.value?.name}: ${count(panels.length, 'panel')}${own ? `, ${own} with own jobs` : ''}`;
});
const asking = ref(false);
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" @save="save">
    <TitleBar
      :title="title"
      hint="The jobs that many panels have in common. What a panel has of its own stays when the plan changes."
    >
      <template #under>
        <p v-if="open" class="small"><ItemVersions :of="open" kind="PANEL_PLAN" /></p>
      </template>
      <button v-if="!isNew" type="button" class="link small delete" @click="asking = true">Delete</button>
      <button v-if="dirty" type="button" class="link small" @click="reset">Discard</button>
      <button type="submit" class="button ink" :disabled="busy || (!dirty && !replaceOwn)">
        {{ at ? 'Plan it' : 'Save' }}
      </button>
    </TitleBar>
    <ErrorNote :error="general" />
    <PlannedChanges v-if="open" :of="open.id" />
    <div class="fields">
      <FormField v-slot="f" label="Name" name="name">
        <el-input
          :id="f.id"
          v-model="form.name"
          maxlength="60"
          placeholder="Ticket hall"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <FormField v-slot="f" label="For" name="scope">
        <el-select :id="f.id" v-model="form.scope" @change="form.of = ''">
          <el-option v-for="[value, label] in SCOPE_NAMES" :key="value" :value="value" :label="label" />
        </el-select>
      </FormField>
      <FormField
        v-if="form.scope !== 'OFFICE'"
        v-slot="f"
        :label="form.scope === 'PLACE' ? 'Place of work' : 'Model'"
        name="of"
      >
        <el-select :id="f.id" v-model="form.of" filterable :aria-describedby="f.describedby">
          <el-option
            v-for="one in offered"
            :key="one.of"
            :value="one.of"
            :label="`${one.of} (${count(one.devices, 'device')})`"
          />
        </el-select>
      </FormField>
    </div>
    <p class="quiet small">
      A device follows the plan of its place of work before that of its model, and that before the plan for
      all devices. Devices that are added later follow by themselves.
    </p>
    <PlacesEditor
      v-model="placed"
      v-model:start="form.start"
      heading="Panel as planned"
      :places="places"
      :jobs="jobs.data.value ?? []"
      @leave="router.push('/panels')"
    >
      <p v-for="row in cares" :key="row.job.id + row.finding.sentence" class="some small">
        <StateMark mark="care" silent />
        <span>
          <strong>{{ row.job.name }}.</strong> {{ row.finding.sentence }} It is left out there.
        </span>
      </p>
    </PlacesEditor>
    <section v-if="changing" aria-labelledby="then">
      <h2 id="then">
        {{ others ? `${count(others, 'panel')} will change` : 'No panel will change' }}
      </h2>
      <ErrorNote :error="preview.error.value" />
      <div class="how">
        <label class="own">
          <input v-model="replaceOwn" type="checkbox" /> Also replace what these panels have of their own
        </label>
        <AtTime v-if="!isNew" v-model="at" label="When" />
      </div>
      <PanelChanges v-if="told.length" :changes="told" />
    </section>
    <section v-else-if="open" aria-labelledby="followers">
      <h2 id="followers">Panels that follow it</h2>
      <PanelChanges v-if="open.panels.length" :changes="open.panels" own />
      <p v-else class="quiet">No device stands there, or each follows a plan that is nearer.</p>
      <button
        v-if="open.panels.some(isOtherwise)"
        type="button"
        class="link small"
        @click="replaceOwn = true"
      >
        Reset them to the plan
      </button>
    </section>
  </SetUpForm>
  <AskDelete
    v-model="asking"
    :name="form.name"
    says="The panels keep the jobs that they have; these are their own from then on."
    @remove="remove()"
  />
</template>

<style scoped>
.delete {
  color: var(--failed);
}
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 260px));
  gap: 14px;
  margin: 10px 0 6px;
}
section {
  margin-top: 16px;
  border-top: 2px solid var(--ink-9);
  padding-top: 7px;
}
.how {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 28px;
  align-items: center;
}
.own {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.own input {
  accent-color: var(--stamp);
}
.some {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
