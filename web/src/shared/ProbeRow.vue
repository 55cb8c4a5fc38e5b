<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import StateMark from '@/shared/StateMark.vue';

/** A row of the probe: the settings on the left, the step that tries them on the line, what was found on the right. */
const props = defineProps<{
  step?: Schemas['StepResult'];
  report?: Schemas['ProbeReport'];
  first?: boolean;
  last?: boolean;
  /** Nothing tries these settings. */
  apart?: boolean;
}>();
defineEmits<{ dialogue: [] }>();

const state = computed(() => props.step?.state ?? 'NOT_TRIED');
const failed = computed(() => state.value === 'FAILED');
</script>

<template>
  <div :class="['row', state.toLowerCase(), { first, last }]">
    <div class="settings"><slot /></div>
    <span v-if="!apart" class="line" aria-hidden="true">
      <span class="stop">
        <StateMark v-if="failed" mark="failed" :size="18" silent />
        <StateMark v-else-if="state === 'CARE'" mark="care" :size="18" silent />
        <span v-else class="disc"></span>
      </span>
    </span>
    <div v-if="!apart" class="found">
      <template v-if="step">
        <h3>
          {{ step.title }}
          <span class="quiet small time">{{
            state === 'NOT_TRIED' ? 'not tried' : step.millis + ' ms'
          }}</span>
        </h3>
        <p v-if="step.farSide" class="mono said">{{ step.farSide }}</p>
        <p v-if="step.note" class="small" :class="{ care: state === 'CARE' }">{{ step.note }}</p>
        <template v-if="failed && report">
          <p class="small">{{ report.sentence }}</p>
          <p class="small remedy"><strong>What to do.</strong> {{ report.remedy }}</p>
          <p><button type="button" class="link small" @click="$emit('dialogue')">Whole dialogue</button></p>
        </template>
        <p v-else-if="last && state === 'PASSED'">
          <button type="button" class="link small" @click="$emit('dialogue')">Whole dialogue</button>
        </p>
        <slot v-if="state !== 'NOT_TRIED'" name="found" />
      </template>
      <p v-else class="quiet small">not tried yet</p>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 410fr) 64px minmax(0, 540fr);
  border-top: 1px solid var(--rule);
}
.settings {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 8px 0 10px;
}
.line {
  position: relative;
}
.line::before {
  content: '';
  position: absolute;
  left: 31px;
  top: -1px;
  bottom: 0;
  width: 2.5px;
  background: var(--ink-9);
}
.first .line::before {
  top: 22px;
}
.last .line::before {
  bottom: calc(100% - 22px);
}
.not_tried .line::before {
  border-left: 2.5px dotted var(--rule-2);
  background: none;
}
.failed .line::before {
  bottom: calc(100% - 22px);
  background: var(--failed);
}
.stop {
  position: absolute;
  left: 20px;
  top: 10px;
  display: grid;
  width: 24px;
  height: 24px;
  place-items: center;
}
.stop :deep(svg) {
  box-shadow: 0 0 0 3px var(--paper-0);
  background: var(--paper-0);
}
.disc {
  width: 14px;
  height: 14px;
  border-radius: 50%;
  background: var(--ink-9);
}
.not_tried .disc {
  width: 12px;
  height: 12px;
  border: 2px solid var(--rule-2);
  background: var(--paper-0);
}
.found {
  padding: 10px 14px 10px 14px;
}
.failed .found {
  background: var(--failed-wash);
}
h3 {
  display: flex;
  justify-content: space-between;
}
.failed h3,
.failed .said {
  color: var(--failed);
}
.not_tried h3 {
  color: var(--ink-5);
}
.time {
  font-family: var(--text);
  font-weight: 400;
}
.remedy {
  margin: 4px 0;
}
.care {
  color: var(--care);
}
/* On a phone what was found stands under the settings, beside the line. */
@media (max-width: 700px) {
  .row {
    grid-template-columns: 44px minmax(0, 1fr);
  }
  .settings {
    grid-column: 2;
  }
  .line {
    grid-row: 1 / span 2;
    grid-column: 1;
  }
  .line::before {
    left: 17px;
  }
  .stop {
    left: 6px;
  }
  .found {
    grid-column: 2;
    padding: 4px 0 12px;
    overflow-wrap: anywhere;
  }
}
</style>
