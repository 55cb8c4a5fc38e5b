<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { useForm } from '@/shared/problems';
import { useUndo } from '@/shared/undo';

/** Shows how a job can be made to run on a device, and does it when somebody agrees. */
const props = defineProps<{ device: string; job: string; name: string }>();
const open = defineModel<boolean>({ required: true });
const queries = useQueryClient();
const { sayWithUndo } = useUndo();
const { general, busy, attempt } = useForm();
const VERBS = { ADDED: 'Add', CHANGED: 'Change', DELETED: 'Delete' } as const;
const query = useQuery({
  queryKey: computed(() => ['plan', props.device, 'fix', props.job]),
  queryFn: () =>
    ask(
      api.GET('/api/panels/{device}/fix', {
        params: { path: { device: props.device }, query: { job: props.job } },
      }),
    ),
  enabled: open,
  staleTime: 0,
});
async function fix() {
  const plan = await attempt(() =>
    ask(
      api.POST('/api/panels/{device}/fix', {
        params: { path: { device: props.device } },
        body: { jobId: props.job },
      }),
    ),
  );
  if (!plan) return;
  open.value = false;
  await queries.invalidateQueries();
  void sayWithUndo(`${props.name} runs on ${plan.device.name} now.`, plan.device.id);
}
</script>

<template>
  <el-dialog v-model="open" :title="`Make ${name} run here`" width="520" append-to-body>
    <ErrorNote :error="query.error.value ?? general" />
    <template v-if="query.data.value?.length">
      <p>A copy of the job that this device can run takes its place. On all other devices nothing changes.</p>
      <ul>
        <li v-for="change in query.data.value" :key="change.kind + change.id">
          {{ VERBS[change.verb] }} {{ change.kind === 'panel' ? '' : change.kind }}
          <strong>{{ change.name }}</strong>
          <span v-for="one in change.differences" :key="one.name" class="small quiet">
            {{ one.name.replace('places, ', '') }}: {{ one.before || 'nothing' }} →
            {{ one.after || 'nothing' }}
          </span>
        </li>
      </ul>
    </template>
    <p v-else-if="query.data.value">
      This cannot be solved by another profile. Put the job on another device.
    </p>
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button type="button" class="button ink" :disabled="busy || !query.data.value?.length" @click="fix">
          Make these changes
        </button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
ul {
  margin: 10px 0 0;
  padding-left: 18px;
}
li {
  margin: 4px 0;
}
li span {
  display: block;
}
.end {
  justify-content: flex-end;
}
</style>
