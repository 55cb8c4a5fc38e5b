<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import StateMark from '@/shared/StateMark.vue';

/** What preflight finds of one thing, where it is edited; what is accepted is left to the list. */
const props = defineProps<{ kind: Schemas['PreflightFinding']['kind']; id: string }>();
const query = useQuery({ queryKey: ['findings'], queryFn: () => ask(api.GET('/api/findings')) });
const here = computed(() =>
  (query.data.value ?? []).filter((f) => f.kind === props.kind && f.id === props.id && !f.acceptance),
);
</script>

<template>
  <ul v-if="here.length" class="small" aria-label="Preflight">
    <li v-for="f in here" :key="f.code + f.sentence">
      <StateMark :mark="f.severity === 'STOPS' ? 'failed' : 'care'" :size="13" />
      <span
        >{{ f.sentence }}
        <RouterLink class="link" :to="`/preflight?area=${f.kind}`">Preflight</RouterLink></span
      >
    </li>
  </ul>
</template>

<style scoped>
ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
</style>
