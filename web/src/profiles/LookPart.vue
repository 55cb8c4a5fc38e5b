<script setup lang="ts">
import { computed } from 'vue';
import OptionList from './OptionList.vue';
import PartColumns from './PartColumns.vue';
import TickBox from '@/shared/TickBox.vue';
import { signed } from './sentences';
import type { ProfileForm } from './useProfile';

const form = defineModel<ProfileForm>({ required: true });
const COLOURS: { value: ProfileForm['colour']; words: string; note?: string }[] = [
  { value: 'AS_FOUND', words: 'As found', note: 'coloured pages in colour, the others grey' },
  { value: 'COLOUR', words: 'Colour' },
  { value: 'GREY', words: 'Grey' },
  { value: 'BLACK_AND_WHITE', words: 'Black and white', note: 'smallest' },
];
const RESOLUTIONS = [
  { value: 150, words: '150 dpi', note: 'to look at' },
  { value: 200, words: '200 dpi', note: 'usual' },
  { value: 300, words: '300 dpi', note: 'small type, text to find' },
  { value: 400, words: '400 dpi' },
  { value: 600, words: '600 dpi', note: 'plans and prints' },
];
const CONTENTS: { value: ProfileForm['tone']['content']; words: string }[] = [
  { value: 'TEXT', words: 'Text' },
  { value: 'TEXT_AND_PHOTO', words: 'Text and photographs' },
  { value: 'PHOTO', words: 'Photographs' },
  { value: 'MAP', words: 'Maps' },
];
const THRESHOLDS: { value: ProfileForm['tone']['threshold']; words: string; note: string }[] = [
  { value: 'LOCAL', words: 'By each place', note: 'for uneven light' },
  { value: 'GLOBAL', words: 'By the page', note: 'for clean print' },
];
const EXPOSURES: { value: ProfileForm['tone']['exposure']; words: string }[] = [
  { value: 'AS_SCANNED', words: 'As scanned' },
  { value: 'AUTOMATIC', words: 'Set by the page' },
  { value: 'MANUAL', words: 'Set by hand' },
];
const FILE_DPI = [0, 300, 200, 150, 100];
const manual = computed(() => form.value.tone.exposure === 'MANUAL');
const inColour = computed(() => form.value.colour === 'AS_FOUND' || form.value.colour === 'COLOUR');
const blackAndWhite = computed(() => form.value.colour === 'BLACK_AND_WHITE');
</script>

<template>
  <PartColumns>
    <section>
      <OptionList v-model="form.colour" label="Colour" :options="COLOURS" />
      <TickBox
        v-if="inColour"
        v-model="form.tidy.fringe"
        words="Remove colour fringes"
        note="Red and blue edges that a scanner adds to black text."
      />
    </section>
    <section><OptionList v-model="form.dpi" label="Resolution" :options="RESOLUTIONS" /></section>
    <section v-if="blackAndWhite">
      <OptionList v-model="form.tone.content" label="What is on the pages" :options="CONTENTS" />
      <OptionList
        v-if="form.tone.content === 'TEXT'"
        v-model="form.tone.threshold"
        label="Threshold"
        :options="THRESHOLDS"
      />
    </section>
    <section>
      <OptionList v-model="form.tone.exposure" label="Exposure" :options="EXPOSURES" />
      <label class="slide" :class="{ off: !manual }">
        <span>Density</span>
        <input v-model.number="form.tone.density" type="range" min="-4" max="4" :disabled="!manual" />
        <output>{{ signed(form.tone.density) }}</output>
      </label>
      <label class="slide" :class="{ off: !manual }">
        <span>Contrast</span>
        <input v-model.number="form.tone.contrast" type="range" min="-4" max="4" :disabled="!manual" />
        <output>{{ signed(form.tone.contrast) }}</output>
      </label>
    </section>
    <section>
      <h3>Size of the files</h3>
      <label class="pair">
        <span>Resolution</span>
        <select v-model.number="form.tidy.fileDpi">
          <option v-for="dpi in FILE_DPI" :key="dpi" :value="dpi">
            {{ dpi === 0 ? 'as scanned' : `${dpi} dpi` }}
          </option>
        </select>
      </label>
      <label class="pair">
        <span>Scale, %</span>
        <input v-model.number="form.tidy.scalePercent" type="number" min="25" max="400" />
      </label>
      <label class="pair">
        <span>Scale to</span>
        <select v-model="form.tidy.scaleTo">
          <option value="">own size</option>
          <option value="iso_a3_297x420mm">A3</option>
          <option value="iso_a4_210x297mm">A4</option>
          <option value="iso_a5_148x210mm">A5</option>
          <option value="na_letter_8.5x11in">Letter</option>
          <option value="na_legal_8.5x14in">Legal</option>
        </select>
      </label>
    </section>
  </PartColumns>
</template>

<style scoped>
.slide {
  display: grid;
  grid-template-columns: 64px 1fr 28px;
  gap: 8px;
  align-items: center;
}
.slide input {
  min-width: 0;
  accent-color: var(--ink-9);
}
.slide output {
  text-align: right;
  font-weight: 600;
}
.off {
  color: var(--ink-5);
}
.pair {
  display: grid;
  grid-template-columns: 84px 1fr;
  gap: 8px;
  align-items: center;
}
.pair select,
.pair input {
  min-width: 0;
  min-height: 30px;
  padding: 3px 8px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
}
</style>
