<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import AcceptDialog from './AcceptDialog.vue';
import { AREAS, panelWords, pathOf } from './areas';
import MendDialog from './MendDialog.vue';

/** All that preflight finds in the set-up, by what it is about; accepted for a while, or mended. */
type Finding = Schemas['PreflightFinding'];
const { may } = useSession();
const { say } = useToast();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { general, attempt } = useForm();
const query = useQuery({ queryKey: ['findings'], queryFn: () => ask(api.GET('/api/findings')) });
const all = computed(() => query.data.value ?? []);

const SHOWN = { open: 'Open', stops: 'Stops a job', accepted: 'Accepted' } as const;
type Shown = keyof typeof SHOWN;
/** In the address, so that the view can be sent to a colleague. */
const shown = computed<Shown>({
  get: () => (String(route.query.show) in SHOWN ? (route.query.show as Shown) : 'open'),
  set: (show) => void router.replace({ query: { ...route.query, show } }),
});
const area = computed({
  get: () => String(route.query.area ?? ''),
  set: (value) => void router.replace({ query: { ...route.query, area: value || undefined } }),
});
const passes: Record<Shown, (f: Finding) => boolean> = {
  open: (f) => !f.acceptance,
  stops: (f) => !f.acceptance && f.severity === 'STOPS',
  accepted: (f) => Boolean(f.acceptance),
};
const counts = computed(() =>
  Object.fromEntries(Object.entries(passes).map(([key, test]) => [key, all.value.filter(test).length])),
);
const rows = computed(() =>
  all.value.filter((f) => passes[shown.value](f) && (!area.value || f.kind === area.value)),
);
const title = computed(() => {
  if (!query.data.value) return 'Preflight';
  const open = counts.value.open ?? 0;
  return open ? `${count(open, 'thing')} to look at` : 'Nothing to mend';
});

const accepting = ref<Finding>();
const mending = ref('');
async function takeBack(f: Finding) {
  await attempt(() =>
    ask(
      api.DELETE('/api/findings/accepted', { params: { query: { code: f.code, kind: f.kind, id: f.id } } }),
    ),
  );
  await queries.invalidateQueries({ queryKey: ['findings'] });
  say(`${f.name} counts again.`);
}
</script>

<template>
  <TitleBar :title="title" hint="What would go wrong, found before anybody scans" />
  <ErrorNote :error="query.error.value ?? general" />
  <div class="filters">
    <div role="group" aria-label="Which findings">
      <button
        v-for="(words, key) in SHOWN"
        :key="key"
        type="button"
        class="button"
        :aria-pressed="shown === key"
        @click="shown = key"
      >
        {{ words }} <span class="quiet">{{ counts[key] ?? 0 }}</span>
      </button>
    </div>
    <label>
      <span>About</span>
      <select v-model="area">
        <option value="">everything</option>
        <option v-for="(words, kind) in AREAS" :key="kind" :value="kind">{{ words }}</option>
      </select>
    </label>
  </div>
  <table v-if="rows.length" class="table">
    <thead>
      <tr>
        <th scope="col"><span class="hidden-text">Severity</span></th>
        <th scope="col">About</th>
        <th scope="col">What was found, and what mends it</th>
        <th scope="col"><span class="hidden-text">What to do</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="f in rows" :key="f.code + f.id + f.sentence">
        <td>
          <StateMark
            :mark="f.severity === 'STOPS' ? 'failed' : 'care'"
            :words="f.severity === 'STOPS' ? 'stops a job' : 'to know'"
          />
        </td>
        <td class="about">
          <RouterLink :to="pathOf(f)">{{ f.kind === 'SETTINGS' ? AREAS.SETTINGS : f.name }}</RouterLink>
          <span class="caption">{{ AREAS[f.kind] }}</span>
        </td>
        <td>
          <p>
            <strong v-if="f.panels.count">{{ panelWords(f.panels) }}: </strong>
            {{ f.sentence }}
          </p>
          <p v-if="f.acceptance" class="small">
            Accepted by {{ f.acceptance.by }} until {{ f.acceptance.until }}: {{ f.acceptance.reason }}
          </p>
          <p v-else-if="f.remedy" class="small quiet">{{ f.remedy }}</p>
        </td>
        <td class="acts">
          <template v-if="may('CHANGE_SETUP')">
            <button v-if="f.acceptance" type="button" class="link small" @click="takeBack(f)">
              Count it again
            </button>
            <template v-else>
              <button v-if="f.mends" type="button" class="button" @click="mending = f.code">Mend</button>
              <RouterLink
                v-else-if="f.panels.first[0]"
                class="link small"
                :to="`/panels/${f.panels.first[0].id}`"
                >Plan this panel</RouterLink
              >
              <button type="button" class="link small" @click="accepting = f">Accept</button>
            </template>
          </template>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="query.data.value" class="none">
    <StateMark mark="accepted" silent />
    {{ all.length ? 'Nothing here by these filters.' : 'Every check passes.' }}
  </p>
  <AcceptDialog v-model="accepting" />
  <MendDialog v-model="mending" />
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
  padding: 12px 0 8px;
}
.filters > div {
  display: flex;
  gap: 6px;
}
.filters label {
  display: flex;
  gap: 8px;
  align-items: center;
}
[aria-pressed='true'] {
  border-color: var(--ink-9);
  background: var(--paper-2);
}
select {
  min-height: 30px;
  padding: 3px 8px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
}
.about {
  width: 190px;
}
.about .caption {
  display: block;
}
.acts {
  white-space: nowrap;
  text-align: right;
}
.acts > * + * {
  margin-left: 12px;
}
.none {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 16px 0;
}
</style>
