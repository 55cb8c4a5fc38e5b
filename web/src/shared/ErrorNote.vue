<script setup lang="ts">
import { inject, nextTick, ref, useTemplateRef, watch } from 'vue';
import { Problem } from '@/api/client';
import { differing, type Differing } from './meanwhile';
import { MEANWHILE } from './problems';
import StateMark from './StateMark.vue';

/** What happened and what to do about it; where somebody else was faster, what differs and whose to keep. */
const props = defineProps<{ error?: unknown }>();
const meanwhile = inject(MEANWHILE, undefined);
const differences = ref<Differing[]>();
const note = useTemplateRef<HTMLElement>('note');

watch(
  () => props.error,
  async (error) => {
    differences.value = undefined;
    if (!meanwhile || !(error instanceof Problem) || error.code !== 'changed-meanwhile') return;
    const theirs = await meanwhile.theirs();
    if (props.error !== error) return;
    differences.value = differing(theirs, meanwhile.mine());
    await nextTick();
    note.value?.scrollIntoView?.({ block: 'nearest' });
  },
  { immediate: true },
);
</script>

<template>
  <div v-if="error" ref="note" class="note" role="alert">
    <StateMark mark="failed" silent />
    <div>
      <p>
        <strong>{{ error instanceof Problem ? error.sentence : 'This did not work.' }}</strong>
        {{ error instanceof Problem ? error.remedy : 'Try again.' }}
      </p>
      <template v-if="differences && meanwhile">
        <table v-if="differences.length" class="table small">
          <thead>
            <tr>
              <th scope="col">Field</th>
              <th scope="col">Saved meanwhile</th>
              <th scope="col">Yours</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in differences" :key="one.name">
              <th scope="row">{{ one.name }}</th>
              <td>{{ one.theirs || 'nothing' }}</td>
              <td>{{ one.mine || 'nothing' }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="small">Both are the same by now.</p>
        <div class="actions">
          <button type="button" class="button" @click="meanwhile.take()">Keep the saved one</button>
          <button type="button" class="button ink" @click="meanwhile.insist()">Save mine</button>
        </div>
      </template>
    </div>
  </div>
</template>

<style scoped>
.note {
  display: flex;
  gap: 10px;
  padding: 10px 12px;
  background: var(--failed-wash);
}
.note > div {
  flex: 1;
  min-width: 0;
}
.table {
  margin: 10px 0;
}
td {
  overflow-wrap: anywhere;
}
</style>
