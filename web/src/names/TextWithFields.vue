<script setup lang="ts">
import { ref } from 'vue';
import FormField from '@/shared/FormField.vue';
import SuggestedWords from './SuggestedWords.vue';
import { useCompletion, type OwnField, type Use } from './useCompletion';

/** A line or a text in which fields are completed: a subject, the text of a mail, a stamp. */
const props = defineProps<{
  label: string;
  name: string;
  use: Use;
  hint?: string;
  /** Lines of a text; one line where it is absent. */
  rows?: number;
  maxlength?: number;
  placeholder?: string;
  /** Paths and other code. */
  mono?: boolean;
  /** Fields of the job itself, which may not be saved yet. */
  own?: readonly OwnField[];
}>();
const text = defineModel<string>({ required: true });
const input = ref<HTMLInputElement | HTMLTextAreaElement>();
const { list, chosen, offered, open, look, close, take, key } = useCompletion(
  text,
  input,
  props.use,
  () => props.own ?? [],
);
</script>

<template>
  <FormField v-slot="f" :label="label" :name="name" :hint="hint">
    <div class="with-fields">
      <component
        :is="rows ? 'textarea' : 'input'"
        :id="f.id"
        ref="input"
        :value="text"
        :class="{ code: mono }"
        role="combobox"
        aria-autocomplete="list"
        :aria-expanded="open"
        :aria-controls="list"
        :aria-activedescendant="open ? `${list}-${chosen}` : undefined"
        :aria-describedby="f.describedby"
        :aria-invalid="f.invalid"
        :rows="rows"
        :maxlength="maxlength"
        :placeholder="placeholder"
        spellcheck="false"
        autocomplete="off"
        @input="((text = $event.target.value), look())"
        @click="look"
        @keyup.left="look"
        @keyup.right="look"
        @keydown="key"
        @blur="close"
      />
      <SuggestedWords v-show="open" :id="list" class="below" :words="offered" :chosen="chosen" @take="take" />
    </div>
  </FormField>
</template>

<style scoped>
.with-fields {
  position: relative;
}
input,
textarea {
  width: 100%;
  min-height: 32px;
  padding: 4px 11px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
  color: var(--ink-9);
  font: inherit;
  resize: vertical;
}
.code {
  font-family: var(--mono);
  font-size: 14px;
}
[aria-invalid='true'] {
  border-color: var(--failed);
}
.below {
  top: 100%;
  left: 0;
  width: 360px;
  max-width: 80vw;
}
</style>
