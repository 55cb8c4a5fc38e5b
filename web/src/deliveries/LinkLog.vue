<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import { count, exact, longDay, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

/** The download pages of a delivery: until when, who fetched what, and taking one back. */
const props = defineProps<{ id: string }>();
const queries = useQueryClient();
const { say } = useToast();
const { busy, attempt } = useForm();
const key = computed(() => ['delivery', props.id, 'links']);
const links = useQuery({
  queryKey: key,
  queryFn: () => ask(api.GET('/api/deliveries/{id}/links', { params: { path: { id: props.id } } })),
});
async function withdraw(id: string) {
  const done = await attempt(async () => {
    await ask(api.DELETE('/api/links/{id}', { params: { path: { id } } }));
    return true;
  });
  if (done) {
    say('Link withdrawn.');
    await queries.invalidateQueries({ queryKey: key.value });
  }
}
</script>

<template>
  <section v-for="link in links.data.value ?? []" :key="link.id" aria-label="Download link">
    <h2>Download link</h2>
    <p class="small">
      {{ link.withdrawn ? 'Withdrawn' : `Until ${longDay(link.expiresAt)}` }},
      {{ link.passcode ? 'with a passcode' : 'without a passcode' }}, fetched
      {{ count(link.fetched, 'time') }}.
      <button
        v-if="!link.withdrawn"
        type="button"
        class="link small"
        :disabled="busy"
        @click="withdraw(link.id)"
      >
        Withdraw it
      </button>
    </p>
    <ul v-if="link.events.length">
      <li v-for="(event, i) in link.events" :key="i" class="small">
        <time class="quiet" :title="exact(event.at)">{{ when(event.at) }}</time>
        {{ event.what }} <span class="quiet mono">{{ event.address }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: 16px;
  padding-top: 8px;
  border-top: 1px solid var(--ink-9);
}
ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
</style>
