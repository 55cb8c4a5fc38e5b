<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import { count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import MarkedWords from '@/shared/MarkedWords.vue';
import RunList from '@/shared/RunList.vue';
import { STEP_MARKS, STEP_WORDS } from './firmware';

/** Updates under way with each device of theirs, or those that have ended. */
const props = defineProps<{ done: boolean }>();
type Update = Schemas['UpdateView'];
const { may } = useSession();
const queries = useQueryClient();
const { general, busy, attempt } = useForm();
const updates = useQuery({
  queryKey: ['firmware', 'updates'],
  queryFn: () => ask(api.GET('/api/firmware/updates')),
});
const rows = computed(() => updates.data.value?.filter((update) => update.ended === props.done) ?? []);
const title = computed(() => (props.done ? 'Updated before' : 'Updates under way'));
const number = (update: Update, ...states: Update['steps'][number]['state'][]) =>
  update.steps.filter((step) => states.includes(step.state)).length;
const isAhead = (update: Update) => !update.ended && Date.parse(update.dueAt) > Date.now();

function words(update: Update) {
  const all = update.steps.length;
  if (isAhead(update))
    return `${count(all, 'device')} ${all === 1 ? 'is' : 'are'} updated ${when(update.dueAt)}`;
  const failed = number(update, 'FAILED');
  const done = update.ended
    ? `${count(number(update, 'DONE'), 'device')} updated`
    : `${number(update, 'DONE')} of ${count(all, 'device')} updated`;
  return done + (failed ? `, ${failed} failed` : '');
}
/** Of what is over, only what went wrong. */
const shown = (update: Update) => update.steps.filter((step) => !props.done || step.state === 'FAILED');
const waiting = (update: Update) => number(update, 'WAITING');

async function goOn(update: Update) {
  await attempt(() =>
    ask(api.POST('/api/firmware/updates/{id}/go-on', { params: { path: { id: update.id } } })),
  );
  await queries.invalidateQueries({ queryKey: ['firmware'] });
}
async function stop(update: Update) {
  await attempt(() => ask(api.DELETE('/api/firmware/updates/{id}', { params: { path: { id: update.id } } })));
  await queries.invalidateQueries({ queryKey: ['firmware'] });
}
</script>

<template>
  <RunList
    :title="title"
    :runs="rows"
    :words="words"
    :caption="(update) => `${when(update.orderedAt)}, ${update.orderedBy}`"
    :error="updates.error.value ?? general"
  >
    <template #acts="{ run }">
      <template v-if="may('CHANGE_SETUP') && waiting(run)">
        <button v-if="run.held" type="button" class="button small" :disabled="busy" @click="goOn(run)">
          Update the other {{ waiting(run) }}
        </button>
        <button type="button" class="button small" :disabled="busy" @click="stop(run)">
          {{ isAhead(run) ? 'Cancel' : 'Stop the rest' }}
        </button>
      </template>
    </template>
    <template #note="{ run }">
      <p v-if="run.held" class="held small">
        Held: a device failed. {{ count(waiting(run), 'device') }}
        {{ waiting(run) === 1 ? 'waits' : 'wait' }} until somebody has looked.
      </p>
    </template>
    <template #steps="{ run }">
      <li v-for="step in shown(run)" :key="step.deviceId">
        <MarkedWords :mark="STEP_MARKS[step.state]">
          <RouterLink :to="`/fleet/${step.deviceId}`">{{ step.name }}</RouterLink>
          <span class="mono versions">{{ step.from }} → {{ step.to }}</span>
          {{ STEP_WORDS[step.state]
          }}<template v-if="step.state === 'UPDATING' && step.progress">, {{ step.progress }} %</template>
          <template v-if="step.trouble">. {{ step.trouble }} {{ step.remedy }}</template>
        </MarkedWords>
        <progress
          v-if="step.state === 'UPDATING'"
          :value="step.progress"
          max="100"
          :aria-label="`Update of ${step.name}`"
        ></progress>
      </li>
    </template>
  </RunList>
</template>

<style scoped>
.held {
  color: var(--failed);
}
.versions {
  margin: 0 6px;
}
progress {
  width: 140px;
  accent-color: var(--stamp);
}
</style>
