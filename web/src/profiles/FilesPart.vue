<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import OptionList from './OptionList.vue';
import PartColumns from './PartColumns.vue';
import { TYPES } from './sentences';
import TickBox from '@/shared/TickBox.vue';
import type { ProfileForm } from './useProfile';

/** @param ofJob passcodes are the profile's, and a job has none of its own */
const props = defineProps<{ abilities?: Schemas['Abilities']; passcodeSet: boolean; ofJob?: boolean }>();
const form = defineModel<ProfileForm>({ required: true });
type Type = ProfileForm['files']['type'];
const NOTES: Partial<Record<Type, string>> = {
  TIFF: 'fax-coded where black and white',
  PNG: 'without loss, a file a page',
  JPEG: 'a file a page',
  TEXT: 'read by OCR',
  WORD: 'paragraphs and tables, by OCR',
  EXCEL: 'tables, by OCR',
  POWERPOINT: 'a slide a page',
  SPOKEN: 'the text read aloud',
};
const canRead = computed(() => (props.abilities?.languages.length ?? 1) > 0);
const types = computed(() =>
  (Object.keys(TYPES) as Type[]).map((value) => ({
    value,
    words: TYPES[value],
    note: NOTES[value],
    off:
      (['TEXT', 'WORD', 'EXCEL', 'SPOKEN'].includes(value) && !canRead.value) ||
      (value === 'SPOKEN' && props.abilities?.speech === false),
  })),
);
/** What only a PDF has goes off with it, so that no setting is on and without effect. */
const type = computed({
  get: () => form.value.files.type,
  set: (value: Type) => {
    const files = form.value.files;
    files.type = value;
    if (value !== 'PDF') {
      Object.assign(files, { light: false, searchable: false, archive: false });
      Object.assign(files.protection, { mayPrint: true, mayCopy: true, mayChange: true });
      form.value.passcode = '';
      form.value.ownerPasscode = '';
    }
  },
});
const pdf = computed(() => form.value.files.type === 'PDF');
const reads = computed(
  () => form.value.files.searchable || ['TEXT', 'WORD', 'EXCEL', 'SPOKEN'].includes(form.value.files.type),
);
const language = computed({
  get: () => form.value.files.languages[0] ?? 'eng',
  set: (value) => (form.value.files.languages = [value]),
});
const NAMES = new Intl.DisplayNames(['en'], { type: 'language', fallback: 'code' });
const QUALITIES: { value: ProfileForm['files']['quality']; words: string; note?: string }[] = [
  { value: 'SMALL', words: 'Small' },
  { value: 'USUAL', words: 'Usual' },
  { value: 'FINE', words: 'Fine', note: 'lossless TIFF' },
];
const passcode = computed({
  get: () => form.value.passcode ?? '',
  set: (value) => (form.value.passcode = value),
});
</script>

<template>
  <PartColumns>
    <section><OptionList v-model="type" label="File" :options="types" /></section>
    <section v-if="pdf">
      <h3>PDF</h3>
      <TickBox
        v-model="form.files.searchable"
        words="Searchable"
        note="OCR text is placed behind the image."
        :off="!canRead"
      />
      <TickBox
        v-model="form.files.light"
        words="Light"
        note="Sharp text over a compressed background, about a fifth of the size."
      />
      <TickBox
        v-model="form.files.archive"
        words="PDF/A for archives"
        :note="form.passcode || passcodeSet ? 'An archive must open without a passcode.' : undefined"
        :off="Boolean(form.passcode || passcodeSet)"
      />
      <h3>Protection</h3>
      <p v-if="ofJob" class="caption">
        {{ passcodeSet ? 'Opens with the passcode of the profile.' : 'A passcode is set in the profile.' }}
      </p>
      <input
        v-else
        v-model="passcode"
        class="text"
        type="password"
        autocomplete="new-password"
        aria-label="Passcode to open the file"
        :placeholder="passcodeSet ? 'a passcode is set' : 'no passcode to open it'"
        :disabled="form.files.archive"
      />
      <button
        v-if="!ofJob && passcodeSet && form.passcode !== ''"
        type="button"
        class="link small"
        @click="form.passcode = ''"
      >
        Take the passcode away
      </button>
      <div class="may">
        <TickBox v-model="form.files.protection.mayPrint" words="may be printed" :off="form.files.archive" />
        <TickBox
          v-model="form.files.protection.mayCopy"
          words="may be copied from"
          :off="form.files.archive"
        />
        <TickBox v-model="form.files.protection.mayChange" words="may be changed" :off="form.files.archive" />
      </div>
    </section>
    <section v-if="reads || form.files.type === 'SPOKEN'">
      <h3>Language of the text</h3>
      <select v-model="language" aria-label="Language of the text">
        <option v-for="code in abilities?.languages ?? ['eng']" :key="code" :value="code">
          {{ NAMES.of(code.slice(0, 3)) ?? code }}
        </option>
      </select>
      <OptionList
        v-if="form.files.type === 'SPOKEN'"
        v-model="form.files.spokenAs"
        label="Audio"
        :options="[
          { value: 'OGG_OPUS', words: 'Ogg Opus', note: 'small', off: abilities?.opus === false },
          { value: 'WAV', words: 'WAV' },
        ]"
      />
    </section>
    <section>
      <h3>New file</h3>
      <label class="pair">
        <span>every</span>
        <input
          v-model.number="form.grouping.everyPages"
          type="number"
          min="0"
          max="999"
          aria-label="Pages a file"
        />
        <span>pages (0 never)</span>
      </label>
      <TickBox v-model="form.grouping.atBlank" words="at a blank side" />
      <TickBox v-model="form.grouping.atSeparator" words="at a separator sheet" />
      <p v-if="form.grouping.atSeparator" class="caption">
        <a href="/api/workshop/separator.pdf" target="_blank" rel="noopener">Print separator sheets</a>
      </p>
      <TickBox
        v-model="form.grouping.byKind"
        words="for each kind"
        note="Documents, receipts, cards, photographs."
      />
      <OptionList v-model="form.files.quality" label="Quality of pictures" :options="QUALITIES" />
    </section>
  </PartColumns>
  <p v-for="remedy in abilities?.remedies ?? []" :key="remedy" class="remedy">{{ remedy }}</p>
</template>

<style scoped>
.pair {
  display: flex;
  gap: 8px;
  align-items: center;
}
.pair input {
  width: 64px;
}
input[type='number'],
.text,
select {
  min-width: 0;
  min-height: 30px;
  padding: 3px 8px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
}
.remedy {
  margin-top: 12px;
  padding: 6px 10px;
  background: var(--care-wash);
}
</style>
