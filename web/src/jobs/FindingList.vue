<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { panelWords } from '@/preflight/areas';
import StateMark from '@/shared/StateMark.vue';

/** What preflight finds of the job, worst first, each with what mends it. */
const props = defineProps<{ findings: readonly Schemas['RehearsalFinding'][] }>();
const emit = defineEmits<{ mend: [scan: Schemas['ProfileForm']] }>();
const sorted = computed(() =>
  [...props.findings].sort((a, b) => Number(b.severity === 'STOPS') - Number(a.severity === 'STOPS')),
);
const summary = computed(() => {
  const stops = props.findings.filter((f) => f.severity === 'STOPS').length;
  const know = props.findings.length - stops;
  return [stops && `${stops} ${stops === 1 ? 'stops' : 'stop'} the job`, know && `${know} to know`]
    .filter(Boolean)
    .join(', ');
});
</script>

<template>
  <header>
    <h3>Preflight</h3>
    <span class="small quiet">{{ summary }}</span>
  </header>
  <ul v-if="findings.length">
    <li v-for="(f, i) in sorted" :key="f.code + i">
      <StateMark :mark="f.severity === 'STOPS' ? 'failed' : 'care'" :size="15" />
      <div>
        <p>
          <strong v-if="f.panels.count">{{ panelWords(f.panels) }}: </strong>
          {{ f.sentence }}
        </p>
        <p v-if="f.remedy" class="small quiet">{{ f.remedy }}</p>
        <button v-if="f.mend" type="button" class="button stamp" @click="emit('mend', f.mend.scan)">
          {{ f.mend.words }}
        </button>
        <RouterLink v-else-if="f.panels.first[0]" class="link small" :to="`/panels/${f.panels.first[0].id}`"
          >Plan this panel</RouterLink
        >
      </div>
    </li>
  </ul>
  <p v-else class="fine"><StateMark mark="accepted" silent /> No problems found.</p>
</template>

<style scoped>
header {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: space-between;
}
ul {
  margin: 6px 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 8px;
  padding: 7px 0;
  border-top: 1px solid var(--rule);
}
.button {
  margin-top: 4px;
}
.fine {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 6px 0;
}
</style>
