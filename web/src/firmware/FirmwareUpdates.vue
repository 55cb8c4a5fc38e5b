<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
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
  <section v-if="rows.length" :aria-label="title">
    <h2>{{ title }}</h2>
    <ErrorNote :error="updates.error.value ?? general" />
    <ol>
      <li v-for="update in rows" :key="update.id">
        <div class="line">
          <p role="status">
            <strong>{{ words(update) }}</strong>
          </p>
          <p class="caption">{{ when(update.orderedAt) }}, {{ update.orderedBy }}</p>
          <template v-if="may('CHANGE_SETUP') && waiting(update)">
            <button
              v-if="update.held"
              type="button"
              class="button small"
              :disabled="busy"
              @click="goOn(update)"
            >
              Update the other {{ waiting(update) }}
            </button>
            <button type="button" class="button small" :disabled="busy" @click="stop(update)">
              {{ isAhead(update) ? 'Cancel' : 'Stop the rest' }}
            </button>
          </template>
        </div>
        <p v-if="update.held" class="held small">
          Held: a device failed, and {{ count(waiting(update), 'device') }} wait{{
            waiting(update) === 1 ? 's' : ''
          }}
          until somebody has looked.
        </p>
        <ul v-if="shown(update).length">
          <li v-for="step in shown(update)" :key="step.deviceId">
            <StateMark :mark="STEP_MARKS[step.state]" :size="14" silent />
            <span>
              <RouterLink :to="`/fleet/${step.deviceId}`">{{ step.name }}</RouterLink>
              <span class="mono versions">{{ step.from }} → {{ step.to }}</span>
              {{ STEP_WORDS[step.state]
              }}<template v-if="step.state === 'UPDATING' && step.progress">, {{ step.progress }} %</template>
              <template v-if="step.trouble">. {{ step.trouble }} {{ step.remedy }}</template>
            </span>
            <progress
              v-if="step.state === 'UPDATING'"
              :value="step.progress"
              max="100"
              :aria-label="`Update of ${step.name}`"
            ></progress>
          </li>
        </ul>
      </li>
    </ol>
  </section>
</template>

<style scoped>
section {
  margin: 14px 0;
}
ol,
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
ol > li {
  padding: 8px 0;
  border-top: 1px solid var(--rule);
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}
.held {
  color: var(--failed);
}
ul li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
  padding: 3px 0 0 4px;
  font-size: 13px;
}
ul .mark {
  flex: none;
  translate: 0 2px;
}
.versions {
  margin: 0 6px;
}
progress {
  width: 140px;
  accent-color: var(--stamp);
}
</style>
