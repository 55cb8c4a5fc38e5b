<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { clockSeconds } from './format';

/** The heads over rows of settings and the steps that try them, with how the probe ended. */
const props = defineProps<{ report?: Schemas['ProbeReport']; probing: boolean }>();
const when = computed(() => {
  if (props.probing) return 'trying ...';
  if (!props.report) return 'not tried yet';
  const at = clockSeconds(props.report.at);
  const failed = props.report.steps.findIndex((step) => step.state === 'FAILED');
  return props.report.passed
    ? `${at}, all steps passed`
    : `${at}, stopped at step ${failed + 1} of ${props.report.steps.length}`;
});
</script>

<template>
  <div class="heads">
    <h2>Settings</h2>
    <div class="head">
      <h2>Probe</h2>
      <p class="quiet small" role="status">{{ when }}</p>
    </div>
  </div>
</template>

<style scoped>
.heads {
  display: grid;
  grid-template-columns: minmax(0, 410fr) 64px minmax(0, 540fr);
  padding: 7px 0;
}
.head {
  display: flex;
  grid-column: 3;
  align-items: baseline;
  justify-content: space-between;
  padding: 0 14px;
}
@media (max-width: 700px) {
  .heads {
    display: block;
  }
  .head {
    padding: 0;
  }
}
</style>
