<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Schemas } from '@/api/client';
import SuggestedWords from './SuggestedWords.vue';
import { useCompletion } from './useCompletion';

/** A template as it is written: fields are completed, shown with what they give, and marked where they are wrong. */
const template = defineModel<string>({ required: true });
const props = defineProps<{
  parts: Schemas['PreviewPart'][];
  faults: Schemas['Fault'][];
  /** Whether parts and faults are of the text as it is now. */
  current: boolean;
  describedby: string;
}>();

interface Piece {
  text: string;
  kind: 'words' | 'field' | 'fault';
  value: string;
  tone: number;
}
/** The template cut into pieces: fields with what they give, and the characters that are wrong. */
const pieces = computed<Piece[]>(() => {
  const text = template.value;
  if (!props.current) return [{ text, kind: 'words', value: '', tone: 0 }];
  const marks = [
    ...props.faults.map((f) => ({ start: f.start, end: f.end, kind: 'fault' as const, value: '' })),
    ...props.parts
      .filter((part) => text[part.start] === '{' && text[part.start + 1] !== '{')
      .map((part) => ({ start: part.start, end: part.end, kind: 'field' as const, value: part.value })),
  ].sort((a, b) => a.start - b.start);
  const out: Piece[] = [];
  let at = 0;
  marks.forEach((mark, i) => {
    if (mark.start < at) return;
    if (mark.start > at) out.push({ text: text.slice(at, mark.start), kind: 'words', value: '', tone: 0 });
    out.push({
      text: text.slice(mark.start, mark.end) || ' ',
      kind: mark.kind,
      value: mark.value || '(empty)',
      tone: i % 3,
    });
    at = mark.end;
  });
  if (at < text.length) out.push({ text: text.slice(at), kind: 'words', value: '', tone: 0 });
  return out;
});

const input = ref<HTMLInputElement>();
const { words, list, chosen, offered, open, look, close, take, put, key } = useCompletion(
  template,
  input,
  'FILE_NAME',
);
defineExpose({ focus: () => input.value?.focus(), put });
</script>

<template>
  <div class="template" :class="{ wrong: faults.length }">
    <input
      ref="input"
      v-model="template"
      class="mono"
      role="combobox"
      aria-label="Template"
      aria-autocomplete="list"
      :aria-expanded="open"
      :aria-controls="list"
      :aria-activedescendant="open ? `${list}-${chosen}` : undefined"
      :aria-describedby="describedby"
      :aria-invalid="faults.length > 0"
      maxlength="200"
      spellcheck="false"
      autocomplete="off"
      @input="look"
      @click="look"
      @keyup.left="look"
      @keyup.right="look"
      @keydown="key"
      @blur="close"
    />
    <SuggestedWords
      v-show="open"
      :id="list"
      class="words-at"
      :words="offered"
      :chosen="chosen"
      @take="take"
    />
    <p class="pieces" aria-hidden="true">
      <span v-for="(piece, i) in pieces" :key="i" :class="[piece.kind, 'tone-' + piece.tone]">
        <span class="mono">{{ piece.text }}</span>
        <span class="value">{{ piece.kind === 'field' ? piece.value : '' }}</span>
      </span>
      <span class="words"><span class="mono quiet">.pdf</span></span>
    </p>
  </div>
  <slot />
  <section class="fields" aria-labelledby="fields">
    <h3 id="fields">
      Fields <span class="quiet small">at the cursor; options follow after a comma within the braces</span>
    </h3>
    <div class="groups">
      <div v-for="group in [...new Set(words.data.value?.fields.map((w) => w.group))]" :key="group">
        <p class="caption">{{ group }}</p>
        <button
          v-for="word in words.data.value?.fields.filter((w) => w.group === group)"
          :key="word.written"
          type="button"
          class="mono"
          :title="word.words"
          @click="put(`{${word.written}}`)"
        >
          {{ word.written }}
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.template {
  position: relative;
  padding: 12px 14px 8px;
  border: 2px solid var(--ink-9);
  border-radius: 2px;
}
.template:focus-within {
  border-color: var(--stamp);
}
.template.wrong {
  border-color: var(--failed);
}
.template input {
  width: 100%;
  border: 0;
  border-bottom: 1px dotted var(--rule-2);
  outline: none;
  background: none;
  padding: 0 0 6px;
  font-size: 19px;
  line-height: 28px;
}
.words-at {
  width: min(640px, calc(100% - 24px));
  top: 50px;
  left: 12px;
}
.pieces {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 2px;
  padding-top: 10px;
}
.pieces > span {
  display: flex;
  flex-direction: column;
  min-height: 42px;
}
.pieces .mono {
  white-space: pre;
}
.field .mono {
  padding: 1px 2px;
  border-bottom: 3px solid var(--tone);
  background: var(--tone-wash);
}
.tone-0 {
  --tone: var(--file-b);
  --tone-wash: var(--file-b-wash);
}
.tone-1 {
  --tone: var(--file-a);
  --tone-wash: var(--file-a-wash);
}
.tone-2 {
  --tone: var(--file-c);
  --tone-wash: var(--file-c-wash);
}
.fault .mono {
  border-bottom: 3px solid var(--failed);
  background: var(--failed-wash);
}
.value {
  color: var(--ink-5);
  font-size: 12px;
}
.fields {
  padding-top: 4px;
}
.fields h3 .small {
  font-weight: 400;
}
.groups {
  display: grid;
  grid-template-columns: repeat(5, auto);
  gap: 20px;
  padding: 6px 0 14px;
}
.groups button {
  display: block;
  min-height: 24px;
  padding: 2px 0;
  border: 0;
  background: none;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-color: var(--rule-2);
  cursor: pointer;
}
</style>
