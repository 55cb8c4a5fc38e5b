<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import { count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import RunList from '@/shared/RunList.vue';
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
  <RunList
    :title="title"
    :runs="rows"
    :words="words"
    :caption="(run) => `${fieldsOf(run)}. ${when(run.orderedAt)}, ${run.orderedBy}`"
    :error="runs.error.value ?? general"
  >
    <template #beside="{ run }">
      <progress
        v-if="run.waiting && !isAhead(run)"
        :value="run.ended"
        :max="run.tasks.length"
        :aria-label="words(run)"
      ></progress>
    </template>
    <template #acts="{ run }">
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
    </template>
    <template #steps="{ run }">
      <li v-for="task in shown(run)" :key="task.deviceId">
        <StateMark :mark="TASK_MARKS[task.state]" :size="14" :words="TASK_WORDS[task.state]" />
        <span>
          <RouterLink :to="`/fleet/${task.deviceId}`">{{ task.name }}</RouterLink>: {{ task.trouble }}
          {{ task.remedy }}
        </span>
      </li>
    </template>
  </RunList>
</template>

<style scoped>
li .mark {
  flex: none;
  translate: 0 2px;
}
</style>
