<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import PlannedChanges from '@/changes/PlannedChanges.vue';
import AtTime from '@/shared/AtTime.vue';
import { ago, count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import CopyPanel from './CopyPanel.vue';
import FixJob from './FixJob.vue';
import PlacesEditor from './PlacesEditor.vue';
import { placesOf, shapeOf, takenOf, type Placed } from './places';
import SeenBy from './SeenBy.vue';
import { ifMatch } from '@/shared/one';
import { useLeaving } from '@/shared/leaving';
import { useToast } from '@/shared/toast';
import { useUndo } from '@/shared/undo';
import { abilityLine } from '@/devices/abilities';

type Candidate = Schemas['PlanRow'];
type Plan = Schemas['PlanView'];

const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { say } = useToast();
const { may } = useSession();
const { sayWithUndo } = useUndo();
let version = '';
let stored: Plan | undefined;
const { general, busy, attempt } = useForm({
  theirs: async () => {
    stored = await ask(api.GET('/api/panels/{device}', { params: { path: { device: id.value } } }));
    return inWords(placesOf(stored.jobs), stored.start);
  },
  mine: () => inWords(placed.value, start.value),
  take: () => {
    queries.setQueryData(['plan', id.value], stored);
    if (stored) show(stored);
  },
  insist: () => {
    version = stored?.version ?? '';
    void save(request());
  },
});
const id = computed(() => String(route.params.id));
const query = useQuery({
  queryKey: computed(() => ['plan', id.value]),
  queryFn: () => ask(api.GET('/api/panels/{device}', { params: { path: { device: id.value } } })),
});
const plan = computed(() => query.data.value);

const placed = ref<Placed>(new Map());
/** Place of the start key's job; 0 for none. */
const start = ref(0);
const before = ref('');
const trying = ref(false);
const shape = computed(() => shapeOf(placed.value, start.value));
const dirty = computed(() => shape.value !== before.value);
// What is just being put on the device is on its way, whatever is looked at meanwhile.
useLeaving(
  computed(() => dirty.value && !trying.value && !busy.value),
  () => undefined,
);
/** Names of jobs whose servers did not answer; somebody has to say whether they shall go there all the same. */
const doubtful = ref<string[]>([]);
const inWords = (map: Placed, key: number) => ({
  ...Object.fromEntries([...map].map(([place, job]) => [`place ${place}`, jobOf(job)?.job.name ?? job])),
  'start key': jobOf(map.get(key))?.job.name ?? 'none',
});
function show(of: Plan) {
  placed.value = placesOf(of.jobs);
  start.value = of.start;
  before.value = shape.value;
  version = of.version;
}
// Another device's panel begins with what is on it.
watch(id, () => {
  before.value = '';
  placed.value = new Map();
  start.value = 0;
  at.value = undefined;
  doubtful.value = [];
});
watch(
  plan,
  (now) => {
    if (!now || (before.value && dirty.value)) return;
    show(now);
  },
  { immediate: true },
);

const jobOf = (jobId: string | undefined): Candidate | undefined =>
  plan.value?.jobs.find((c) => c.job.id === jobId);
const found = computed(() =>
  [...placed.value]
    .sort(([a], [b]) => a - b)
    .flatMap(([place, jobId]) => {
      const candidate = jobOf(jobId);
      return (candidate?.findings ?? []).map((finding) => ({ place, candidate, finding }));
    }),
);
const troubles = computed(() => found.value.filter((row) => row.finding.severity === 'STOPS'));
const cares = computed(() => found.value.filter((row) => row.finding.severity === 'CARE'));
const title = computed(() => {
  const name = plan.value?.device.name ?? '';
  const wrong = troubles.value.length;
  if (wrong) return `${name}: ${wrong === 1 ? 'one job' : wrong + ' jobs'} cannot run`;
  return placed.value.size
    ? `${name}: ${count(placed.value.size, 'job')} in place`
    : `${name} has no job yet`;
});

const fixing = ref<Candidate>();
const fixOpen = computed({
  get: () => fixing.value !== undefined,
  set: (wanted) => {
    if (!wanted) fixing.value = undefined;
  },
});
const copying = ref(false);
const seeing = ref(false);
const editor = ref<InstanceType<typeof PlacesEditor>>();
/** What the panel's own plan says, in all places that this device can have so. */
function followPlan() {
  const followed = plan.value?.plan;
  if (!followed) return;
  placed.value = new Map(followed.places.map((one) => [one.place, one.jobId]));
  start.value = placed.value.has(followed.start) ? followed.start : 0;
}
const own = computed(() => {
  const followed = plan.value?.plan;
  if (!followed) return [];
  const planned = new Map(followed.places.map((one) => [one.place, one.jobId]));
  return [...new Set([...planned.keys(), ...placed.value.keys()])].filter(
    (place) => planned.get(place) !== placed.value.get(place),
  );
});
/** Where it is otherwise than its plan says. */
const exceptions = computed(() => {
  const followed = plan.value?.plan;
  const keyed = followed && placed.value.has(followed.start) ? followed.start : 0;
  return [
    ...(own.value.length ? [own.value.length === 1 ? 'one place' : `${own.value.length} places`] : []),
    ...(followed && start.value !== keyed ? ['the start key'] : []),
  ].join(' and ');
});
const differing = computed(() => Object.entries(plan.value?.shown?.differs ?? {}));
/** When it is to be so; nothing for now. */
const at = ref<string>();

/** What is put on which device, held fast: somebody may leave the view while servers are being tried. */
const request = () => ({
  params: { path: { device: id.value } },
  body: { places: takenOf(placed.value), start: start.value, at: at.value },
});
type Request = ReturnType<typeof request>;

/** Tries the servers of the jobs first: who walks up shall not be the one who finds out. */
async function publish() {
  const wanted = request();
  doubtful.value = [];
  trying.value = true;
  const tried = await attempt(() => ask(api.POST('/api/panels/{device}/probe', wanted)));
  trying.value = false;
  if (!tried) return;
  queries.setQueryData(['plan', tried.device.id], tried);
  const wasThere = new Set(tried.jobs.filter((c) => c.place > 0).map((c) => c.job.id));
  const added = new Set(wanted.body.places.map((one) => one.jobId).filter((job) => !wasThere.has(job)));
  const lost = tried.jobs
    .filter((c) => added.has(c.job.id) && c.findings.some((f) => f.code === 'job.way-out'))
    .map((c) => c.job.name);
  if (!lost.length) await save(wanted);
  else if (tried.device.id === id.value) doubtful.value = lost;
  else say(`Nothing was put on ${tried.device.name}: ${lost.join(', ')} would not arrive.`);
}
async function save(wanted: Request) {
  doubtful.value = [];
  const saved = await attempt(() =>
    ask(
      api.PUT('/api/panels/{device}', {
        params: { ...wanted.params, header: ifMatch(version) },
        body: wanted.body,
      }),
    ),
  );
  if (!saved) return;
  if (wanted.body.at) {
    // It stays as it is until then.
    show(saved);
    at.value = undefined;
    await queries.invalidateQueries({ queryKey: ['changes', 'planned'] });
    say(`Planned for ${when(wanted.body.at)}. It can be cancelled here or in the change log.`);
    return;
  }
  if (saved.device.id === id.value) {
    before.value = shapeOf(
      new Map(wanted.body.places.map((one) => [one.place, one.jobId])),
      wanted.body.start,
    );
    version = saved.version;
  }
  queries.setQueryData(['plan', saved.device.id], saved);
  void sayWithUndo(`The panel of ${saved.device.name} shows it at once.`, saved.device.id);
}
</script>

<template>
  <ErrorNote :error="query.error.value ?? general" />
  <template v-if="plan">
    <div class="title">
      <div>
        <h1>{{ title }}</h1>
        <p class="quiet small">
          {{ plan.device.abilities.makeAndModel }}, {{ abilityLine(plan.device.abilities) }},
          {{ placed.size }} taken
        </p>
      </div>
      <div class="actions">
        <button type="button" class="button" @click="seeing = true">As people see it</button>
        <a class="button" :href="`/panel/${plan.device.id}`" target="_blank">Open the panel</a>
        <button
          v-if="may('CHANGE_SETUP')"
          type="button"
          class="button"
          :disabled="dirty || !placed.size"
          :title="dirty ? 'Put it on the device first.' : undefined"
          @click="copying = true"
        >
          Copy to others
        </button>
        <button
          v-if="may('CHANGE_SETUP')"
          type="button"
          class="button ink"
          :disabled="busy || !dirty"
          @click="publish"
        >
          {{ trying ? 'Trying its servers …' : at ? 'Plan it' : 'Put it on the device' }}
        </button>
      </div>
    </div>
    <div v-if="doubtful.length" class="doubt" role="alert">
      <StateMark mark="care" silent />
      <p>
        <strong>{{ doubtful.join(', ') }}</strong> would not arrive now: a server on the way was tried and did
        not take it. Scans would wait until it does.
      </p>
      <button type="button" class="button" :disabled="busy" @click="save(request())">
        Put it there all the same
      </button>
      <button type="button" class="button" @click="doubtful = []">Not yet</button>
    </div>
    <PlannedChanges :of="plan.device.id" />
    <div v-if="plan.plan || plan.shown" class="state">
      <p v-if="plan.plan" class="small">
        Follows the plan
        <RouterLink class="link" :to="'/panel-plans/' + plan.plan.id">{{ plan.plan.name }}</RouterLink>{{
          exceptions ? `, except in ${exceptions}.` : ' in every place.'
        }}
        <button v-if="exceptions && may('CHANGE_SETUP')" type="button" class="link" @click="followPlan">
          Reset to the plan
        </button>
        <span v-for="one in plan.plan.leftOut" :key="one.job" class="quiet">
          Not here: {{ one.job }}. {{ one.sentence }}
        </span>
      </p>
      <p class="small">
        <template v-if="!plan.shown">The panel was never open at this device.</template>
        <template v-else-if="!plan.shown.readAt">
          The panel was open {{ ago(plan.shown.seenAt) }}; nobody has signed in there yet.
        </template>
        <template v-else>
          Somebody last signed in there {{ ago(plan.shown.readAt)
          }}{{
            differing.length
              ? `. Changed since: ${differing.map(([place, job]) => `place ${place} was ${job || 'free'}`).join(', ')}. The next person who signs in gets the new panel.`
              : ': the panel is as wanted.'
          }}
        </template>
      </p>
    </div>
    <AtTime v-if="dirty && may('CHANGE_SETUP')" v-model="at" label="When" class="when" />
    <PlacesEditor
      ref="editor"
      v-model="placed"
      v-model:start="start"
      heading="Panel as wanted"
      :places="plan.places"
      :jobs="plan.jobs"
      :own="own"
      @leave="router.push('/panels')"
    >
      <p
        v-for="row in [...troubles, ...cares]"
        :key="row.place + row.finding.code + row.finding.sentence"
        class="why"
      >
        <StateMark mark="care" silent />
        <span>
          <strong>Place {{ row.place }}, {{ row.candidate?.job.name }}.</strong> {{ row.finding.sentence }}
          {{ row.finding.remedy }}
        </span>
        <button
          v-if="row.finding.mends && may('CHANGE_SETUP') && row.candidate"
          type="button"
          class="button"
          :disabled="dirty"
          @click="fixing = row.candidate"
        >
          Fix
        </button>
        <button
          v-if="row.finding.severity === 'STOPS'"
          type="button"
          class="button"
          @click="editor?.off(row.place)"
        >
          Take it off
        </button>
        <RouterLink v-else class="link" :to="'/jobs/' + row.candidate?.job.id">Open the job</RouterLink>
      </p>
    </PlacesEditor>
  </template>
  <SeenBy v-if="plan && seeing" v-model="seeing" :device="plan.device" />
  <CopyPanel v-if="plan" v-model="copying" :device="plan.device" />
  <FixJob v-if="fixing" v-model="fixOpen" :device="id" :job="fixing.job.id" :name="fixing.job.name" />
</template>

<style scoped>
.title {
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: space-between;
}
.why {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 9px 0;
  border-bottom: 1px solid var(--rule);
}
.why .button,
.why .link {
  margin-left: auto;
  white-space: nowrap;
}
.doubt {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-top: 12px;
  padding: 10px 12px;
  border-left: 4px solid var(--care);
  background: var(--care-wash);
}
.doubt p {
  flex: 1;
  margin: 0;
}
.state {
  margin-top: 10px;
}
.state p {
  padding: 3px 0;
}
.when {
  margin-top: 6px;
}
</style>
