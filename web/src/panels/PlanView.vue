<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { VueDraggable, type DraggableEvent } from 'vue-draggable-plus';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import CopyPanel from './CopyPanel.vue';
import { DRAGGED } from './dragging';
import FixJob from './FixJob.vue';
import PlanPlace from './PlanPlace.vue';
import { ifMatch } from '@/shared/one';
import { useToast } from '@/shared/toast';
import { useUndo } from '@/shared/undo';
import { abilityLine } from '@/devices/abilities';

type Candidate = Schemas['PlanRow'];
type Plan = Schemas['PlanView'];
const FIRST_PAGE = 5;
const OTHER_PAGE = 6;

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
    return inWords(placesOf(stored));
  },
  mine: () => inWords(placed.value),
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

/** Job in each place, by its number from 1. */
const placed = ref<Map<number, string>>(new Map());
const before = ref('');
const shape = (map: Map<number, string>) => JSON.stringify([...map].sort(([a], [b]) => a - b));
const dirty = computed(() => shape(placed.value) !== before.value);
/** Names of jobs whose servers did not answer; somebody has to say whether they shall go there all the same. */
const doubtful = ref<string[]>([]);
const placesOf = (of: Plan) => new Map(of.jobs.filter((c) => c.place > 0).map((c) => [c.place, c.job.id]));
const inWords = (map: Map<number, string>) =>
  Object.fromEntries([...map].map(([place, job]) => [`place ${place}`, jobOf(job)?.job.name ?? job]));
function show(of: Plan) {
  placed.value = placesOf(of);
  before.value = shape(placed.value);
  version = of.version;
}
// Another device's panel begins with what is on it.
watch(id, () => {
  before.value = '';
  placed.value = new Map();
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
const at = (place: number) => jobOf(placed.value.get(place));
const unplaced = computed(
  () => plan.value?.jobs.filter((c) => ![...placed.value.values()].includes(c.job.id)) ?? [],
);
const pages = computed(() => {
  const places = plan.value?.places ?? 0;
  const all: number[][] = [];
  for (let first = 1; first <= places; first += first === 1 ? FIRST_PAGE : OTHER_PAGE) {
    const size = first === 1 ? FIRST_PAGE : OTHER_PAGE;
    all.push(Array.from({ length: Math.min(size, places - first + 1) }, (_, i) => first + i));
  }
  return all;
});
const stops = (c: Candidate | undefined) => c?.findings.find((f) => f.severity === 'STOPS');
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
const chosen = ref<string>();
const why = ref('');
function put(place: number, jobId: string | undefined) {
  why.value = '';
  if (!jobId || place < 1 || place > (plan.value?.places ?? 0)) return;
  const finding = stops(jobOf(jobId));
  if (finding) {
    why.value = `${jobOf(jobId)?.job.name} cannot run here. ${finding.sentence} ${finding.remedy}`;
    return;
  }
  const next = new Map([...placed.value].filter(([, job]) => job !== jobId));
  next.set(place, jobId);
  placed.value = next;
  chosen.value = undefined;
}
function off(place: number) {
  const next = new Map(placed.value);
  next.delete(place);
  placed.value = next;
}
function firstFree(): number {
  for (let place = 1; place <= (plan.value?.places ?? 0); place++) if (!placed.value.has(place)) return place;
  return 0;
}
function takeOff(job: string | undefined) {
  placed.value = new Map([...placed.value].filter(([, there]) => there !== job));
}

const trying = ref(false);
/** What is put on which device, held fast: somebody may leave the view while servers are being tried. */
const request = () => ({
  params: { path: { device: id.value } },
  body: { places: [...placed.value].map(([place, jobId]) => ({ place, jobId })) },
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
  if (saved.device.id === id.value) {
    before.value = shape(new Map(wanted.body.places.map((one) => [one.place, one.jobId])));
    version = saved.version;
  }
  queries.setQueryData(['plan', saved.device.id], saved);
  void sayWithUndo(`The panel of ${saved.device.name} shows it at once.`, saved.device.id);
}
const digits = Object.fromEntries(
  Array.from({ length: 9 }, (_, i) => [String(i + 1), () => put(i + 1, chosen.value)]),
);
useKeys({
  ...digits,
  j: () => choose(1),
  k: () => choose(-1),
  Escape: () => (chosen.value ? (chosen.value = undefined) : void router.push('/panels')),
});
function choose(step: number) {
  const ids = unplaced.value.map((c) => c.job.id);
  const now = ids.indexOf(chosen.value ?? '');
  chosen.value = ids[Math.max(0, Math.min(ids.length - 1, now + step))];
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
          {{ trying ? 'Trying its servers …' : 'Put it on the device' }}
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
    <div class="columns">
      <section aria-labelledby="wanted">
        <div class="head">
          <h2 id="wanted">Panel as wanted</h2>
          <span class="quiet small">drag a job, or select it and press the number of a place</span>
        </div>
        <div class="pages">
          <div v-for="(page, p) in pages" :key="p">
            <p class="caption">Page {{ p + 1 }}{{ p === 0 ? ', what people see first' : '' }}</p>
            <ol :class="['places', { large: p === 0 }]">
              <PlanPlace
                v-for="place in page"
                :key="place"
                :place="place"
                :candidate="at(place)"
                :first="place === 1"
                :target="chosen !== undefined"
                :wrong="stops(at(place)) !== undefined"
                @put="(job) => put(place, job)"
                @choose="put(place, chosen)"
                @off="off(place)"
              />
            </ol>
          </div>
        </div>
        <p v-if="why" class="why" role="alert"><StateMark mark="failed" silent /> {{ why }}</p>
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
            @click="off(row.place)"
          >
            Take it off
          </button>
          <RouterLink v-else class="link" :to="'/jobs/' + row.candidate?.job.id">Open the job</RouterLink>
        </p>
      </section>
      <section aria-labelledby="left">
        <div class="head">
          <h2 id="left">Not placed</h2>
          <RouterLink class="link small" to="/jobs/new">New job</RouterLink>
        </div>
        <VueDraggable
          tag="ul"
          v-bind="DRAGGED"
          class="left"
          :model-value="unplaced"
          @add="(event: DraggableEvent) => takeOff(event.item.dataset.job)"
        >
          <li
            v-for="c in unplaced"
            :key="c.job.id"
            data-drag
            :data-job="c.job.id"
            :class="['unplaced', { chosen: chosen === c.job.id }]"
          >
            <button
              type="button"
              :aria-pressed="chosen === c.job.id"
              @click="chosen = chosen === c.job.id ? undefined : c.job.id"
            >
              <StateMark v-if="stops(c)" mark="failed" :size="14" words="cannot run here" />
              <span v-else class="grip" aria-hidden="true"></span>
              {{ c.job.name }}
            </button>
            <button
              v-if="!stops(c) && firstFree()"
              type="button"
              class="link small"
              :aria-label="`${c.job.name} to place ${firstFree()}`"
              @click="put(firstFree(), c.job.id)"
            >
              to place {{ firstFree() }}
            </button>
            <p v-if="stops(c)" class="small failed">{{ stops(c)!.sentence }}</p>
          </li>
          <li v-if="!unplaced.length" class="quiet small">Every job is on this panel.</li>
        </VueDraggable>
      </section>
    </div>
  </template>
  <CopyPanel v-if="plan" v-model="copying" :device="plan.device" />
  <FixJob v-if="fixing" v-model="fixOpen" :device="id" :job="fixing.job.id" :name="fixing.job.name" />
</template>

<style scoped>
.title,
.head {
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: space-between;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 232px;
  gap: 28px;
  margin-top: 14px;
}
section {
  border-top: 2px solid var(--ink-9);
}
.head {
  align-items: baseline;
  padding: 7px 0;
}
.pages {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px;
}
.places {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  grid-auto-rows: 98px;
  gap: 6px;
  margin: 2px 0 0;
  padding: 6px;
  border-top: 2px solid var(--ink-9);
  background: var(--paper-2);
  list-style: none;
}
.places.large {
  --first-size: 20px;
  --first-line: 24px;
  --first-lines: 2;
  grid-template-columns: 136px 1fr 1fr;
}
.places.large > :first-child {
  grid-row: span 2;
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
.left {
  margin: 0;
  padding: 0;
  list-style: none;
}
.unplaced,
.left > li {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  padding: 5px 0 5px 8px;
  border-top: 1px solid var(--rule);
}
.unplaced.chosen {
  background: var(--paper-1);
  box-shadow: inset 4px 0 0 var(--stamp);
}
.unplaced > button:first-child {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 0;
  border: 0;
  background: none;
  font-weight: 600;
  text-align: left;
  cursor: grab;
}
.grip {
  width: 8px;
  height: 12px;
  background: radial-gradient(circle, var(--ink-5) 1.2px, transparent 1.5px) 0 0 / 4px 4px;
}
.failed {
  grid-column: 1 / -1;
  color: var(--failed);
}
</style>
