<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import { useToast } from '@/shared/toast';
import { FIELDS, TASK_MARKS, TASK_WORDS } from './fields';

/** Who had devices set, how far that is, and what failed: what still goes on or wants a look, or what is done. */
const props = defineProps<{ done: boolean }>();
const DAY = 86_400_000;
const { may } = useSession();
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
type Run = Schemas['RunView'];
const title = computed(() =>
  props.done ? 'Set before' : rows.value.some((run) => run.waiting) ? 'Being set' : 'Failed',
);
/** What failed long ago is listed above as different, or has been mended since. */
const isOpen = (run: Run) => run.waiting > 0 || (run.failed > 0 && Date.now() - Date.parse(run.dueAt) < DAY);
const rows = computed(() => runs.data.value?.filter((run) => isOpen(run) !== props.done) ?? []);
const runs = useQuery({
  queryKey: ['devices', 'setting-runs'],
  queryFn: () => ask(api.GET('/api/device-settings/runs')),
});
const isAhead = (run: Run) => run.waiting > 0 && Date.parse(run.dueAt) > Date.now();
function words(run: Run) {
  const all = run.tasks.length;
  if (isAhead(run)) return `${count(all, 'device')} ${all === 1 ? 'is' : 'are'} set ${when(run.dueAt)}`;
  if (run.waiting) return `${run.ended} of ${count(all, 'device')} done`;
  const set = run.tasks.filter((task) => task.state === 'SET' || task.state === 'SAME').length;
  return `${count(set, 'device')} set${run.failed ? `, ${run.failed} failed` : ''}`;
}
const shown = (run: Run) =>
  run.tasks.filter((task) => task.state === 'FAILED' || (task.state === 'WAITING' && task.trouble));
const fieldsOf = (run: Run) =>
  [...new Set(run.tasks.flatMap((task) => task.fields))].map((field) => FIELDS[field]).join(', ');

async function repeat(run: Run) {
  const again = await attempt(() =>
    ask(api.POST('/api/device-settings/runs/{id}/repeat', { params: { path: { id: run.id } } })),
  );
  if (again) say(`${count(again.tasks.length, 'device')} once more.`);
  await queries.invalidateQueries({ queryKey: ['devices'] });
}
async function stop(run: Run) {
  await attempt(() =>
    ask(api.DELETE('/api/device-settings/runs/{id}', { params: { path: { id: run.id } } })),
  );
  await queries.invalidateQueries({ queryKey: ['devices'] });
}
</script>

<template>
  <section v-if="rows.length" :aria-label="title">
    <h2>{{ title }}</h2>
    <ErrorNote :error="runs.error.value ?? general" />
    <ol>
      <li v-for="run in rows" :key="run.id">
        <div class="line">
          <p role="status">
            <strong>{{ words(run) }}</strong>
            <progress
              v-if="run.waiting && !isAhead(run)"
              :value="run.ended"
              :max="run.tasks.length"
              :aria-label="words(run)"
            ></progress>
          </p>
          <p class="caption">{{ fieldsOf(run) }}. {{ when(run.orderedAt) }}, {{ run.orderedBy }}</p>
          <button
            v-if="run.waiting && may('CHANGE_SETUP')"
            type="button"
            class="button small"
            :disabled="busy"
            @click="stop(run)"
          >
            {{ isAhead(run) ? 'Cancel' : 'Stop the rest' }}
          </button>
          <button
            v-if="run.failed && !run.waiting && may('CHANGE_SETUP')"
            type="button"
            class="button small"
            :disabled="busy"
            @click="repeat(run)"
          >
            Repeat for {{ count(run.failed, 'device') }}
          </button>
        </div>
        <ul v-if="shown(run).length">
          <li v-for="task in shown(run)" :key="task.deviceId">
            <StateMark :mark="TASK_MARKS[task.state]" :size="14" :words="TASK_WORDS[task.state]" />
            <span>
              <RouterLink :to="`/fleet/${task.deviceId}`">{{ task.name }}</RouterLink>: {{ task.trouble }}
              {{ task.remedy }}
            </span>
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
ul li {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 3px 0 0 4px;
  font-size: 13px;
}
ul .mark {
  flex: none;
  translate: 0 2px;
}
progress {
  width: 140px;
  margin-left: 8px;
  accent-color: var(--stamp);
}
</style>
