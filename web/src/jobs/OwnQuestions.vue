<script setup lang="ts">
import { computed, nextTick, ref } from 'vue';
import type { Schemas } from '@/api/client';
import { count } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import TickBox from '@/shared/TickBox.vue';
import { OTHERS } from '@/shared/words';
import { choicesOf, choicesOfCsv, textOf } from './choices';

/** A job's own questions, in the order in which they are asked; one is open at a time. */
type Question = Schemas['Question'];
const questions = defineModel<Question[]>({ required: true });
const MOST = 8;
const TYPES: { value: Question['type']; words: string }[] = [
  { value: 'TEXT', words: 'Text' },
  { value: 'NUMBER', words: 'Number' },
  { value: 'DATE', words: 'Date' },
  { value: 'CHOICE', words: 'Choice from a list' },
];
const opened = ref<number>();
const open = computed(() => (opened.value === undefined ? undefined : questions.value[opened.value]));
/** As it is typed: a line that is not finished is no choice yet. */
const lines = ref('');
const label = ref<{ focus(): void }>();

async function show(index: number) {
  opened.value = opened.value === index ? undefined : index;
  lines.value = textOf(open.value?.choices ?? []);
  await nextTick();
  if (open.value) label.value?.focus();
}
function change(changes: Partial<Question>) {
  const at = opened.value;
  questions.value = questions.value.map((one, i) => (i === at ? { ...one, ...changes } : one));
}
async function add() {
  const last = questions.value.length;
  questions.value = [
    ...questions.value,
    { key: '', label: '', type: 'TEXT', required: false, usual: '', choices: [], labels: {} },
  ];
  await nextTick();
  opened.value = undefined;
  await show(last);
}
function remove(index: number) {
  questions.value = questions.value.filter((_, i) => i !== index);
  opened.value = undefined;
}
function move(index: number, by: number) {
  const moved = [...questions.value];
  const [one] = moved.splice(index, 1);
  if (one) moved.splice(index + by, 0, one);
  questions.value = moved;
  if (opened.value !== undefined) opened.value = undefined;
}
/** The short name follows the words until somebody types another. */
const keyFrom = (words: string) =>
  words
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, 30);
function rename(words: string) {
  const follows = open.value?.key === keyFrom(open.value?.label ?? '');
  change(follows ? { label: words, key: keyFrom(words) } : { label: words });
}
function typed(text: string) {
  lines.value = text;
  change({ choices: choicesOf(text) });
}
async function bring(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (file) typed(textOf(choicesOfCsv(await file.text())));
  input.value = '';
}
const says = (one: Question) =>
  [
    TYPES.find((type) => type.value === one.type)?.words ?? '',
    one.type === 'CHOICE' && count(one.choices.length, 'choice'),
    one.required && 'required',
    one.usual && `usually ${one.usual}`,
  ]
    .filter(Boolean)
    .join(', ');
</script>

<template>
  <div class="questions" data-field="questions">
    <FormField label="Own questions" name="questions">
      <p v-if="!questions.length" class="caption none">
        For example a berth, an order number, a customer. Answers can stand in file names and mails, and go
        along in the data beside the files.
      </p>
      <ol v-else>
        <li v-for="(one, i) in questions" :key="i" :class="{ open: i === opened }">
          <button type="button" class="row" :aria-expanded="i === opened" @click="show(i)">
            <strong>{{ one.label || 'New question' }}</strong>
            <span class="mono small">{{ one.key && `{answer.${one.key}\}` }}</span>
            <span class="quiet small">{{ says(one) }}</span>
          </button>
          <span class="acts">
            <button type="button" class="link small" :disabled="i === 0" @click="move(i, -1)">Up</button>
            <button
              type="button"
              class="link small"
              :disabled="i === questions.length - 1"
              @click="move(i, 1)"
            >
              Down
            </button>
            <button type="button" class="link small" @click="remove(i)">Remove</button>
          </span>
        </li>
      </ol>
    </FormField>
    <div v-if="open" class="editor">
      <FormField v-slot="f" label="Question" name="label">
        <el-input
          :id="f.id"
          ref="label"
          :model-value="open.label"
          maxlength="40"
          placeholder="Berth"
          @update:model-value="rename"
        />
      </FormField>
      <FormField v-slot="f" label="Short name in templates" name="key">
        <el-input
          :id="f.id"
          :model-value="open.key"
          class="mono"
          maxlength="30"
          placeholder="berth"
          @update:model-value="change({ key: $event })"
        />
      </FormField>
      <FormField v-slot="f" label="Answer" name="type">
        <el-select
          :id="f.id"
          :model-value="open.type"
          aria-label="Answer"
          @update:model-value="change({ type: $event, usual: '' })"
        >
          <el-option v-for="type in TYPES" :key="type.value" :value="type.value" :label="type.words" />
        </el-select>
      </FormField>
      <FormField v-slot="f" label="Usual answer" name="usual">
        <el-select
          v-if="open.type === 'CHOICE'"
          :id="f.id"
          :model-value="open.usual"
          clearable
          filterable
          aria-label="Usual answer"
          placeholder="None"
          @update:model-value="change({ usual: $event ?? '' })"
        >
          <el-option
            v-for="choice in open.choices"
            :key="choice.value"
            :value="choice.value"
            :label="choice.words || choice.value"
          />
        </el-select>
        <el-select
          v-else-if="open.type === 'DATE'"
          :id="f.id"
          :model-value="open.usual"
          aria-label="Usual answer"
          @update:model-value="change({ usual: $event })"
        >
          <el-option value="" label="None" />
          <el-option value="today" label="The day of the scan" />
        </el-select>
        <el-input
          v-else
          :id="f.id"
          :model-value="open.usual"
          maxlength="200"
          placeholder="None"
          @update:model-value="change({ usual: $event })"
        />
      </FormField>
      <FormField label="Question in other languages" name="labels" class="choices">
        <div class="labels">
          <label v-for="[code, name] in OTHERS" :key="code">
            <span class="small">{{ name }}</span>
            <el-input
              :model-value="open.labels?.[code] ?? ''"
              maxlength="40"
              :placeholder="open.label"
              :aria-label="`Question in ${name}`"
              @update:model-value="change({ labels: { ...open.labels, [code]: $event } })"
            />
          </label>
        </div>
      </FormField>
      <TickBox
        :model-value="open.required"
        words="Required"
        note="Nothing is sent before it is answered."
        @update:model-value="change({ required: $event })"
      />
      <FormField
        v-if="open.type === 'CHOICE'"
        v-slot="f"
        class="choices"
        label="Choices, one in each line"
        name="choices"
        hint="“E4 = East quay 4” keeps E4 and shows East quay 4."
      >
        <el-input
          :id="f.id"
          :model-value="lines"
          type="textarea"
          :rows="4"
          :aria-describedby="f.describedby"
          @update:model-value="typed"
        />
        <label class="link small bring">
          From a CSV file
          <input type="file" accept=".csv,text/csv,text/plain" @change="bring" />
        </label>
      </FormField>
    </div>
    <button v-if="questions.length < MOST" type="button" class="button add" @click="add">
      Add a question
    </button>
  </div>
</template>

<style scoped>
.questions {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  grid-template-rows: auto 1fr;
  gap: 8px 18px;
  align-items: start;
}
.none {
  max-width: 56ch;
}
.labels {
  display: grid;
  gap: 6px;
}
.labels label {
  display: grid;
  grid-template-columns: 70px 1fr;
  align-items: center;
}
ol {
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--rule);
  list-style: none;
}
li {
  display: flex;
  gap: 8px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
}
li.open {
  background: var(--paper-1);
}
.row {
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  min-height: 32px;
  padding: 4px 6px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.acts {
  display: flex;
  gap: 8px;
  padding-right: 6px;
}
.acts :disabled {
  color: var(--ink-5);
}
.editor {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 12px;
  padding: 8px 10px 10px;
  background: var(--paper-1);
}
.choices {
  grid-column: 1 / -1;
}
.bring {
  align-self: start;
  position: relative;
  cursor: pointer;
}
.bring input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.bring:focus-within {
  outline: 2px solid var(--stamp);
  outline-offset: 2px;
}
.editor {
  grid-row: span 2;
}
.add {
  grid-column: 1;
  justify-self: start;
}
@media (max-width: 900px) {
  .questions {
    grid-template-columns: minmax(0, 1fr);
  }
  .editor {
    grid-row: auto;
  }
}
</style>
