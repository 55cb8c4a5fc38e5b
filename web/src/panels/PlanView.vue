<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import JobStamp from '@/shared/JobStamp.vue';
import { useKeys } from '@/shared/keys';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import FixJob from './FixJob.vue';
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
function drop(event: DragEvent, place: number) {
  put(place, event.dataTransfer?.getData('text/plain'));
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
              <li
                v-for="place in page"
                :key="place"
                :class="{ taken: at(place), wrong: stops(at(place)), target: chosen }"
                @dragover.prevent
                @drop.prevent="drop($event, place)"
              >
                <button
                  type="button"
                  :draggable="at(place) !== undefined"
                  @click="put(place, chosen)"
                  @dragstart="$event.dataTransfer?.setData('text/plain', placed.get(place) ?? '')"
                >
                  <span class="place"><span class="hidden-text">Place</span> {{ place }}</span>
                  <span v-if="!at(place)" class="hidden-text">free</span>
                  <template v-if="at(place)">
                    <JobStamp :icon="at(place)!.job.icon" :size="p === 0 && place === 1 ? 44 : 26" />
                    <strong>{{ at(place)!.job.name }}</strong>
                    <span class="to">{{
                      at(place)!
                        .job.destinations.map((d) => d.label)
                        .join(', ')
                    }}</span>
                  </template>
                </button>
                <button
                  v-if="at(place)"
                  type="button"
                  class="off"
                  :aria-label="`Take ${at(place)!.job.name} off`"
                  @click="off(place)"
                >
                  ×
                </button>
              </li>
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
        <ul class="left">
          <li v-for="c in unplaced" :key="c.job.id" :class="{ chosen: chosen === c.job.id }">
            <button
              type="button"
              draggable="true"
              :aria-pressed="chosen === c.job.id"
              @click="chosen = chosen === c.job.id ? undefined : c.job.id"
              @dragstart="$event.dataTransfer?.setData('text/plain', c.job.id)"
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
        </ul>
      </section>
    </div>
  </template>
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
  grid-template-columns: 136px 1fr 1fr;
}
.places.large li:first-child {
  grid-row: span 2;
}
.places li {
  position: relative;
}
.places li > button:first-child {
  display: flex;
  flex-direction: column;
  align-items: flex-end;
  width: 100%;
  height: 100%;
  padding: 7px 8px;
  border: 1.5px dashed var(--rule-2);
  background: transparent;
  text-align: left;
}
/* A label with cut corners: the outline is a larger one beneath. */
.places li.taken > button:first-child {
  --outline: var(--ink-7);
  --label: var(--paper-0);
  position: relative;
  z-index: 0;
  border: 0;
  background: var(--outline);
  clip-path: polygon(12px 0, 100% 0, 100% 100%, 12px 100%, 0 calc(100% - 12px), 0 12px);
  cursor: grab;
}
.places li.taken > button:first-child::before {
  content: '';
  position: absolute;
  inset: 1.5px;
  z-index: -1;
  background: var(--label);
  clip-path: polygon(11.5px 0, 100% 0, 100% 100%, 11.5px 100%, 0 calc(100% - 11.5px), 0 11.5px);
}
.places li.wrong > button:first-child {
  --outline: var(--care);
  --label: var(--care-wash);
}
.places li.target:not(.taken) > button:first-child {
  border-color: var(--stamp);
}
.place {
  position: absolute;
  left: 16px;
  top: 8px;
  color: var(--ink-5);
  font-weight: 600;
}
/* In the corner, so that a long name and its destination have the height to themselves. */
.places :deep(.stamp) {
  position: absolute;
  right: 8px;
  top: 7px;
}
.places strong {
  margin-top: auto;
  width: 100%;
  padding-left: 6px;
  font: 680 14px/17px var(--heading);
  font-stretch: 78%;
}
.places.large li:first-child strong {
  font-size: 20px;
  line-height: 24px;
}
.to {
  width: 100%;
  padding-left: 8px;
  color: var(--ink-5);
  font-size: 12px;
  line-height: 15px;
  display: -webkit-box;
  -webkit-line-clamp: 1;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
/* Only the large label has room for two lines of each beside its stamp. */
.places.large li:first-child .to {
  -webkit-line-clamp: 2;
}
.off {
  position: absolute;
  right: 2px;
  bottom: 2px;
  width: 24px;
  height: 24px;
  border: 0;
  background: none;
  color: var(--ink-5);
  opacity: 0;
  cursor: pointer;
}
li:hover .off,
.off:focus-visible {
  opacity: 1;
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
.left li {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  padding: 5px 0 5px 8px;
  border-top: 1px solid var(--rule);
}
.left li.chosen {
  background: var(--paper-1);
  box-shadow: inset 4px 0 0 var(--stamp);
}
.left li > button:first-child {
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
