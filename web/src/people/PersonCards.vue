<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago } from '@/shared/format';
import { useForm } from '@/shared/problems';

/** The cards of a person; enrolled at a panel, told lost or removed here. */
const props = defineProps<{ person: string }>();
const { may } = useSession();
const queries = useQueryClient();
const { general, busy, attempt } = useForm();
const key = computed(() => ['people', 'cards', props.person]);
const cards = useQuery({
  queryKey: key,
  queryFn: () => ask(api.GET('/api/people/{id}/cards', { params: { path: { id: props.person } } })),
});
const path = (card: string) => ({ params: { path: { id: props.person, card } } });
async function act(doing: () => Promise<unknown>) {
  await attempt(doing);
  await queries.invalidateQueries({ queryKey: key.value });
}
const setLost = (card: string, lost: boolean) =>
  act(() => ask(api.PUT('/api/people/{id}/cards/{card}', { ...path(card), body: { lost } })));
const remove = (card: string) => act(() => ask(api.DELETE('/api/people/{id}/cards/{card}', path(card))));
</script>

<template>
  <section v-if="cards.data.value?.length" aria-label="Cards">
    <p class="label">Cards</p>
    <p v-for="card in cards.data.value" :key="card.id" class="card" :class="{ quiet: card.lostAt }">
      <span class="mono">…{{ card.ending }}</span>
      <span class="small">
        {{
          card.lostAt
            ? 'lost ' + ago(card.lostAt)
            : card.usedAt
              ? 'used ' + ago(card.usedAt)
              : 'never used alone'
        }}
      </span>
      <template v-if="may('CHANGE_SETUP')">
        <button type="button" class="link small" :disabled="busy" @click="setLost(card.id, !card.lostAt)">
          {{ card.lostAt ? 'Found again' : 'Lost' }}
        </button>
        <button type="button" class="link small" :disabled="busy" @click="remove(card.id)">Remove</button>
      </template>
    </p>
    <ErrorNote :error="general" />
  </section>
</template>

<style scoped>
.label {
  font-size: 12px;
  line-height: 16px;
  color: var(--ink-5);
}
.card {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.card .small {
  flex: 1;
}
</style>
