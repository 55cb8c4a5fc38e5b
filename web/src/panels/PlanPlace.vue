<script setup lang="ts">
import { computed } from 'vue';
import { VueDraggable, type DraggableEvent } from 'vue-draggable-plus';
import type { Schemas } from '@/api/client';
import JobStamp from '@/shared/JobStamp.vue';
import { DRAGGED } from './dragging';

/** One place of a panel: free, or with a job that can be dragged elsewhere. */
const props = defineProps<{
  place: number;
  candidate: Schemas['PlanRow'] | undefined;
  first: boolean;
  target: boolean;
  wrong: boolean;
  /** Its job is the start key's. */
  start?: boolean;
  /** Otherwise than the plan that the device follows. */
  own?: boolean;
}>();
const emit = defineEmits<{ put: [job: string | undefined]; choose: []; off: [] }>();
const jobs = computed(() => (props.candidate ? [props.candidate] : []));
const to = computed(() => props.candidate?.job.destinations.map((d) => d.label).join(', '));
</script>

<template>
  <VueDraggable
    tag="li"
    v-bind="DRAGGED"
    :model-value="jobs"
    :class="['place', { taken: candidate, wrong, target, own }]"
    @add="(event: DraggableEvent) => emit('put', event.item.dataset.job)"
  >
    <button v-if="!candidate" type="button" class="spot" @click="emit('choose')">
      <span class="number"><span class="hidden-text">Place</span> {{ place }}</span>
      <span class="hidden-text">free</span>
      <span v-if="own" class="tags">own: free</span>
    </button>
    <button v-else type="button" class="spot" data-drag :data-job="candidate.job.id" @click="emit('choose')">
      <span class="number"><span class="hidden-text">Place</span> {{ place }}</span>
      <JobStamp :icon="candidate.job.icon" :picture="candidate.job.picture" :size="first ? 44 : 26" />
      <strong>{{ candidate.job.name }}</strong>
      <span v-if="start || own" class="tags">{{
        [start && 'start key', own && 'own'].filter(Boolean).join(', ')
      }}</span>
      <span class="to">{{ to }}</span>
    </button>
    <button
      v-if="candidate"
      type="button"
      class="off"
      :aria-label="`Take ${candidate.job.name} off`"
      @click="emit('off')"
    >
      ×
    </button>
  </VueDraggable>
</template>

<style scoped>
.place {
  position: relative;
}
.spot {
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
.taken > .spot {
  --outline: var(--ink-7);
  --label: var(--paper-0);
  position: relative;
  z-index: 0;
  border: 0;
  background: var(--outline);
  clip-path: polygon(12px 0, 100% 0, 100% 100%, 12px 100%, 0 calc(100% - 12px), 0 12px);
  cursor: grab;
}
.taken > .spot::before {
  content: '';
  position: absolute;
  inset: 1.5px;
  z-index: -1;
  background: var(--label);
  clip-path: polygon(11.5px 0, 100% 0, 100% 100%, 11.5px 100%, 0 calc(100% - 11.5px), 0 11.5px);
}
.wrong > .spot {
  --outline: var(--care);
  --label: var(--care-wash);
}
.target:not(.taken) > .spot {
  border-color: var(--stamp);
}
.number {
  position: absolute;
  left: 16px;
  top: 8px;
  color: var(--ink-5);
  font-weight: 600;
}
/* In the corner, so that a long name and its destination have the height to themselves. */
.spot :deep(.stamp) {
  position: absolute;
  right: 8px;
  top: 7px;
}
.tags {
  position: absolute;
  left: 34px;
  top: 8px;
  color: var(--ink-5);
  font-size: 11px;
  line-height: 16px;
}
.own:not(.wrong) > .spot {
  --outline: var(--stamp);
}
.spot strong {
  margin-top: auto;
  width: 100%;
  padding-left: 6px;
  font: 680 14px/17px var(--heading);
  font-stretch: 78%;
}
.place:first-child .spot strong {
  font-size: var(--first-size, 14px);
  line-height: var(--first-line, 17px);
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
.place:first-child .to {
  -webkit-line-clamp: var(--first-lines, 1);
}
.off {
  position: absolute;
  right: 2px;
  bottom: 2px;
  z-index: 1;
  width: 24px;
  height: 24px;
  border: 0;
  background: none;
  color: var(--ink-5);
  opacity: 0;
  cursor: pointer;
}
.place:hover .off,
.off:focus-visible {
  opacity: 1;
}
/* What is about to lie here covers what lies here now. */
.place > :deep(.dragged) {
  position: absolute;
  inset: 0;
  z-index: 2;
  height: auto;
  padding: 9px 12px;
  border: 2px solid var(--stamp);
  background: var(--paper-1);
  clip-path: none;
}
.place > :deep(.dragged .link),
.place > :deep(.dragged p) {
  display: none;
}
</style>
