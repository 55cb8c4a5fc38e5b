<script setup lang="ts">
import type { Schemas } from '@/api/client';
import { exact, when } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';

/** What earlier probes found, the newest first; opening one shows it in the rows above. */
defineProps<{ probes: Schemas['ProbeReport'][] }>();
defineEmits<{ open: [report: Schemas['ProbeReport']] }>();
</script>

<template>
  <section v-if="probes.length > 1" aria-labelledby="history">
    <h2 id="history">Earlier probes</h2>
    <ol>
      <li v-for="(probe, i) in probes" :key="i">
        <button type="button" @click="$emit('open', probe)">
          <StateMark :mark="probe.passed ? 'accepted' : 'failed'" />
          <time class="quiet" :title="exact(probe.at)">{{ when(probe.at) }}</time>
          <span>{{ probe.sentence }}</span>
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
section {
  margin-top: 16px;
  padding-top: 7px;
  border-top: 1px solid var(--ink-9);
}
ol {
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
button {
  display: grid;
  grid-template-columns: 16px 110px minmax(0, 1fr);
  gap: 10px;
  width: 100%;
  padding: 5px 0;
  border: 0;
  border-top: 1px solid var(--rule);
  background: none;
  text-align: left;
  cursor: pointer;
}
button:hover {
  background: var(--paper-1);
}
</style>
