<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, exact, when } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import { useToast } from '@/shared/toast';

/** What is to be changed at a time, and what could not be; of one thing, or all. */
const props = defineProps<{ of?: string }>();
type Planned = Schemas['PlannedChange'];
const MOST = 3;
const { may } = useSession();
const { say } = useToast();
const queries = useQueryClient();
const query = useQuery({
  queryKey: ['changes', 'planned'],
  queryFn: () => ask(api.GET('/api/changes/planned')),
});
const planned = computed(() =>
  (query.data.value ?? []).filter((one) => !props.of || one.changes.some((change) => change.id === props.of)),
);
const cancel = useMutation({
  mutationFn: (one: Planned) =>
    ask(api.DELETE('/api/changes/planned/{id}', { params: { path: { id: one.id } } })),
  onSuccess: async (_, one) => {
    await queries.invalidateQueries({ queryKey: ['changes'] });
    say(one.problem ? 'Removed from the list.' : 'Cancelled: nothing will be changed.');
  },
});
const make = useMutation({
  mutationFn: (one: Planned) =>
    ask(
      api.POST('/api/changes/planned/{id}/now', {
        params: { path: { id: one.id } },
        body: { anyway: one.problem !== '' },
      }),
    ),
  onSuccess: async () => {
    await queries.invalidateQueries();
    say('Done.');
  },
});
const busy = computed(() => cancel.isPending.value || make.isPending.value);
/** What changes, where it is little. */
const brief = (one: Planned) => {
  const differences = one.changes.length === 1 ? (one.changes[0]?.differences ?? []) : [];
  return differences.length > MOST
    ? ''
    : differences
        .map((value) => `; ${value.name}: ${value.before || 'nothing'} → ${value.after || 'nothing'}`)
        .join('');
};
const names = (one: Planned) =>
  one.changes.length > MOST
    ? `${one.changes
        .slice(0, MOST)
        .map((change) => change.name)
        .join(', ')} and ${count(one.changes.length - MOST, 'more', 'more')}`
    : one.changes.map((change) => change.name).join(', ');
</script>

<template>
  <section v-if="planned.length" class="planned" aria-label="Planned changes">
    <ErrorNote :error="cancel.error.value ?? make.error.value" />
    <div v-for="one in planned" :key="one.id" class="row">
      <StateMark :mark="one.problem ? 'failed' : 'waiting'" silent />
      <div>
        <p>
          <strong>{{ one.what }}</strong>
          <template v-if="one.problem"> was not made. {{ one.problem }}</template>
        </p>
        <p class="quiet small">
          <span :title="exact(one.at)">{{ one.problem ? 'planned for' : 'at' }} {{ when(one.at) }}</span
          >, by {{ one.who }}: {{ names(one) }}{{ brief(one) }}
        </p>
      </div>
      <div v-if="may('CHANGE_SETUP')" class="actions">
        <button type="button" class="link small" :disabled="busy" @click="make.mutate(one)">
          {{ one.problem ? 'Make it anyway' : 'Make it now' }}
        </button>
        <button type="button" class="link small" :disabled="busy" @click="cancel.mutate(one)">
          {{ one.problem ? 'Remove' : 'Cancel' }}
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.planned {
  margin: 10px 0;
  border-left: 4px solid var(--rule-2);
  background: var(--paper-1);
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
}
.row > div:nth-child(2) {
  flex: 1;
  min-width: 0;
}
.actions {
  flex-wrap: nowrap;
  white-space: nowrap;
}
</style>
