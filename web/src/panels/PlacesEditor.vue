<script setup lang="ts">
import { computed, ref } from 'vue';
import { VueDraggable, type DraggableEvent } from 'vue-draggable-plus';
import type { Schemas } from '@/api/client';
import { useKeys } from '@/shared/keys';
import StateMark from '@/shared/StateMark.vue';
import { DRAGGED } from './dragging';
import PlanPlace from './PlanPlace.vue';
import { placesFrom, type Placed } from './places';

/** Jobs in the places of a panel, put there by touch, mouse or keyboard, and those that have none. */
const props = defineProps<{
  heading: string;
  /** How many places there are. */
  places: number;
  jobs: Schemas['PlanRow'][];
  /** Places that are otherwise than the plan of the device. */
  own?: readonly number[];
}>();
const placed = defineModel<Placed>({ required: true });
/** The place whose job the start key runs; 0 for none. */
const start = defineModel<number>('start', { required: true });
const leave = defineEmits<{ leave: [] }>();
const FIRST_PAGE = 5;
const OTHER_PAGE = 6;

const jobOf = (id: string | undefined) => props.jobs.find((c) => c.job.id === id);
const at = (place: number) => jobOf(placed.value.get(place));
const stops = (c: Schemas['PlanRow'] | undefined) => c?.findings.find((f) => f.severity === 'STOPS');
const unplaced = computed(() => props.jobs.filter((c) => ![...placed.value.values()].includes(c.job.id)));
const pages = computed(() => {
  const all: number[][] = [];
  for (let first = 1; first <= props.places; first += first === 1 ? FIRST_PAGE : OTHER_PAGE) {
    const size = first === 1 ? FIRST_PAGE : OTHER_PAGE;
    all.push(Array.from({ length: Math.min(size, props.places - first + 1) }, (_, i) => first + i));
  }
  return all;
});
const taken = computed(() => [...placed.value.keys()].sort((a, b) => a - b));

const chosen = ref<string>();
const why = ref('');
/** The start key goes with its job. */
function become(next: Placed) {
  const job = placed.value.get(start.value);
  placed.value = next;
  start.value = [...next].find(([, there]) => there === job)?.[0] ?? 0;
}
function put(place: number, jobId: string | undefined) {
  why.value = '';
  if (!jobId || place < 1 || place > props.places) return;
  const finding = stops(jobOf(jobId));
  if (finding) {
    why.value = `${jobOf(jobId)?.job.name} cannot run here. ${finding.sentence} ${finding.remedy}`;
    return;
  }
  const next = placesFrom([...placed.value].filter(([, job]) => job !== jobId));
  next.set(place, jobId);
  become(next);
  chosen.value = undefined;
}
function off(place: number) {
  become(placesFrom([...placed.value].filter(([there]) => there !== place)));
}
const firstFree = computed(() => {
  for (let place = 1; place <= props.places; place++) if (!placed.value.has(place)) return place;
  return 0;
});
function takeOff(job: string | undefined) {
  become(placesFrom([...placed.value].filter(([, there]) => there !== job)));
}

const digits = Object.fromEntries(
  Array.from({ length: 9 }, (_, i) => [String(i + 1), () => put(i + 1, chosen.value)]),
);
useKeys({
  ...digits,
  j: () => choose(1),
  k: () => choose(-1),
  Escape: () => (chosen.value ? (chosen.value = undefined) : leave('leave')),
});
function choose(step: number) {
  const ids = unplaced.value.map((c) => c.job.id);
  const now = ids.indexOf(chosen.value ?? '');
  chosen.value = ids[Math.max(0, Math.min(ids.length - 1, now + step))];
}
defineExpose({ off });
</script>

<template>
  <div class="columns">
    <section aria-labelledby="wanted">
      <div class="head">
        <h2 id="wanted">{{ heading }}</h2>
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
              :start="start === place"
              :own="own?.includes(place) ?? false"
              @put="(job) => put(place, job)"
              @choose="put(place, chosen)"
              @off="off(place)"
            />
          </ol>
        </div>
      </div>
      <div class="start">
        <label for="start-key">Start key</label>
        <el-select id="start-key" v-model="start">
          <el-option :value="0" label="None: people choose a job" />
          <el-option v-for="place in taken" :key="place" :value="place" :label="at(place)?.job.name ?? ''" />
        </el-select>
        <span class="quiet small">One press scans with this job.</span>
      </div>
      <p v-if="why" class="why" role="alert"><StateMark mark="failed" silent /> {{ why }}</p>
      <slot />
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
            v-if="!stops(c) && firstFree"
            type="button"
            class="link small"
            :aria-label="`${c.job.name} to place ${firstFree}`"
            @click="put(firstFree, c.job.id)"
          >
            to place {{ firstFree }}
          </button>
          <p v-if="stops(c)" class="small failed">{{ stops(c)!.sentence }}</p>
        </li>
        <li v-if="!unplaced.length" class="quiet small">Every job is on this panel.</li>
      </VueDraggable>
    </section>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: 14px;
  align-items: baseline;
  justify-content: space-between;
  padding: 7px 0;
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
.start {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 10px 0;
}
.start .el-select {
  width: 260px;
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
