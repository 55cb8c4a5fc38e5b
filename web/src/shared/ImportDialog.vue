<script setup lang="ts">
import { computed, ref } from 'vue';
import ErrorNote from './ErrorNote.vue';
import { count } from './format';
import { textOf } from './textFile';

/** A file that comes in: chosen, then what it would change is shown, then all of it is made or nothing. */
export interface ImportRow {
  verb: string;
  name: string;
  detail: string;
  note: string;
}
export interface Compared {
  rows: ImportRow[];
  /** What changes, in a sentence; and what is said where nothing does. */
  summary: string;
  nothing: string;
  /** Whether there is anything to make. */
  changes: boolean;
  /** What a number of a fault counts. */
  each: 'Line' | 'Card';
  faults: { number: number; sentence: string }[];
}
const props = defineProps<{
  title: string;
  label: string;
  accept: string;
  compared?: Compared;
  general?: unknown;
  busy: boolean;
}>();
const emit = defineEmits<{ file: [text: string]; make: []; close: [] }>();
const MOST = 200;
const chooser = ref<HTMLInputElement>();
const open = computed({
  get: () => props.compared !== undefined,
  set: (wanted) => {
    if (!wanted) emit('close');
  },
});

async function choose(event: Event) {
  const input = event.target as HTMLInputElement;
  const chosen = input.files?.[0];
  if (!chosen) return;
  const text = await textOf(chosen);
  input.value = '';
  emit('file', text);
}
</script>

<template>
  <button type="button" class="button" :disabled="busy" @click="chooser?.click()">Import</button>
  <input ref="chooser" type="file" :accept="accept" hidden :aria-label="label" @change="choose" />
  <el-dialog
    :model-value="!open && !!general"
    title="This file cannot be imported"
    width="460"
    append-to-body
    @update:model-value="emit('close')"
  >
    <ErrorNote :error="general" />
    <p class="small"><slot name="format" /></p>
  </el-dialog>
  <el-dialog v-model="open" :title="title" width="640" append-to-body>
    <template v-if="compared">
      <template v-if="compared.faults.length">
        <p>
          <strong
            >{{ count(compared.faults.length, compared.each.toLowerCase()) }} cannot be imported.</strong
          >
          Correct the file and choose it again; nothing is changed until then.
        </p>
        <div class="lines">
          <p v-for="(fault, i) in compared.faults.slice(0, MOST)" :key="i" class="small">
            {{ compared.each }} {{ fault.number }}: {{ fault.sentence }}
          </p>
        </div>
      </template>
      <p v-else-if="!compared.changes">{{ compared.nothing }}</p>
      <template v-else>
        <p>{{ compared.summary }} Nothing is changed yet.</p>
        <div class="lines">
          <table class="table small">
            <tbody>
              <tr v-for="(row, i) in compared.rows.slice(0, MOST)" :key="i">
                <td>{{ row.verb }}</td>
                <td>
                  <strong>{{ row.name }}</strong>
                </td>
                <td class="mono">{{ row.detail }}</td>
                <td>{{ row.note }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="compared.rows.length > MOST" class="quiet small">
            and {{ compared.rows.length - MOST }} more
          </p>
        </div>
      </template>
      <slot name="options" />
    </template>
    <ErrorNote :error="general" />
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button
          type="button"
          class="button ink"
          :disabled="busy || !compared?.changes || compared.faults.length > 0"
          @click="emit('make')"
        >
          Import
        </button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.lines {
  max-height: 46vh;
  margin: 10px 0;
  overflow: auto;
}
.lines p {
  margin: 0;
}
.end {
  justify-content: flex-end;
}
</style>
