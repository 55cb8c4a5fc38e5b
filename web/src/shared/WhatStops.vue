<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, watch } from 'vue';
import { api, ask } from '@/api/client';
import { KINDS } from '@/dependents/chain';
import { count, figure } from './format';

/** What would stop with a thing: how much of the set-up, and how many of last week's deliveries. */
const props = defineProps<{
  kind: 'MAIL_SERVER' | 'DESTINATION' | 'PROFILE' | 'NAME' | 'JOB';
  id: string;
}>();
/** Whether something of the set-up needs it. */
const emit = defineEmits<{ needed: [is: boolean] }>();
const query = useQuery({
  queryKey: computed(() => ['dependents', props.kind, props.id]),
  queryFn: () => ask(api.GET('/api/dependents', { params: { query: { kind: props.kind, id: props.id } } })),
});
watch(
  () => query.data.value,
  (chain) => {
    if (!chain) return;
    const needing = chain.columns.filter((column) => column.kind !== 'PERSON' && column.kind !== props.kind);
    emit('needed', needing.some((column) => column.there > 0) || chain.plans.length > 0);
  },
  { immediate: true },
);
const parts = computed(() => {
  const plans = query.data.value?.plans ?? [];
  return [
    ...(query.data.value?.columns ?? []).filter((column) => column.kind !== props.kind),
    { kind: 'PANEL_PLAN' as const, there: plans.length, nodes: plans },
  ]
    .filter((column) => column.there)
    .map((column) => ({
      words: count(column.there, KINDS[column.kind].one, KINDS[column.kind].many),
      names: column.nodes.map((node) => node.name).join(', '),
    }));
});
</script>

<template>
  <p v-if="query.data.value" class="small">
    <template v-if="parts.length">
      Depends on it:
      <template v-for="(part, i) in parts" :key="part.words"
        >{{ i ? ', ' : '' }}<span :title="part.names">{{ part.words }}</span></template
      >.
      <template v-if="query.data.value.of.lastWeek">
        {{ figure(query.data.value.of.lastWeek) }} of last week’s
        {{ count(query.data.value.deliveries, 'delivery', 'deliveries') }} went this way.
      </template>
      <template v-else>No delivery went this way last week.</template>
      <RouterLink class="link" :to="`/dependents/${kind.toLowerCase().replace('_', '-')}/${id}`"
        >See each</RouterLink
      >
    </template>
    <template v-else>Nothing depends on it.</template>
  </p>
</template>
