<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { useUndo } from '@/shared/undo';

/** Shows what mending all findings of one sort changes, and does it when somebody agrees. */
const code = defineModel<string>({ required: true });
const queries = useQueryClient();
const { sayWithUndo } = useUndo();
const { general, busy, attempt } = useForm();
const query = useQuery({
  queryKey: computed(() => ['findings', 'mends', code.value]),
  queryFn: () => ask(api.GET('/api/findings/mends', { params: { query: { code: code.value } } })),
  enabled: computed(() => code.value !== ''),
  staleTime: 0,
});
const changes = computed(() => query.data.value ?? []);
async function mend() {
  const [first] = changes.value;
  const done = await attempt(async () => {
    await ask(api.POST('/api/findings/mends', { params: { query: { code: code.value } } }));
    return true;
  });
  if (!done) return;
  code.value = '';
  await queries.invalidateQueries();
  if (first) void sayWithUndo(`${count(changes.value.length || 1, 'thing')} mended.`, first.id);
}
</script>

<template>
  <el-dialog
    :model-value="code !== ''"
    title="Mend all of this sort"
    width="520"
    append-to-body
    @update:model-value="code = ''"
  >
    <ErrorNote :error="query.error.value ?? general" />
    <ul>
      <li v-for="change in changes" :key="change.id">
        {{ change.kind }} <strong>{{ change.name }}</strong>
        <span v-for="value in change.differences" :key="value.name" class="caption">
          {{ value.name }}: {{ value.before || 'nothing' }} becomes {{ value.after || 'nothing' }}
        </span>
      </li>
    </ul>
    <div class="actions">
      <button type="button" class="button ink" :disabled="busy || !changes.length" @click="mend">
        Make {{ count(changes.length, 'change') }}
      </button>
      <button type="button" class="link" @click="code = ''">Cancel</button>
    </div>
  </el-dialog>
</template>

<style scoped>
li .caption {
  display: block;
}
</style>
