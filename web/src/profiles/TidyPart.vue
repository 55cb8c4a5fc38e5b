<script setup lang="ts">
import TextWithFields from '@/names/TextWithFields.vue';
import OptionList from './OptionList.vue';
import PartColumns from './PartColumns.vue';
import TickBox from '@/shared/TickBox.vue';
import type { ProfileForm } from './useProfile';

const form = defineModel<ProfileForm>({ required: true });
const BLANK: { value: ProfileForm['tidy']['skipBlank']; words: string; note?: string }[] = [
  { value: 'NO', words: 'Keep them' },
  { value: 'CAREFUL', words: 'Skip, carefully', note: 'the faintest mark keeps a side' },
  { value: 'USUAL', words: 'Skip', note: 'pencil, page numbers and stamps keep a side' },
  { value: 'BOLD', words: 'Skip boldly', note: 'stray marks do not keep a side' },
];
const EDGES: { value: ProfileForm['tidy']['edges']; words: string; note?: string }[] = [
  { value: 'LEAVE', words: 'Leave' },
  { value: 'FOUND', words: 'Remove dark borders', note: 'where there are any' },
  { value: 'MARGINS', words: 'Clear a margin of' },
];
const CORNERS: { value: ProfileForm['tidy']['stamp']['corner']; words: string }[] = [
  { value: 'TOP_LEFT', words: 'top left' },
  { value: 'TOP_MIDDLE', words: 'top middle' },
  { value: 'TOP_RIGHT', words: 'top right' },
  { value: 'BOTTOM_LEFT', words: 'bottom left' },
  { value: 'BOTTOM_MIDDLE', words: 'bottom middle' },
  { value: 'BOTTOM_RIGHT', words: 'bottom right' },
];
const INKS: { value: ProfileForm['tidy']['stamp']['ink']; words: string }[] = [
  { value: 'BLACK', words: 'black' },
  { value: 'RED', words: 'red' },
  { value: 'BLUE', words: 'blue' },
  { value: 'GREEN', words: 'green' },
];
</script>

<template>
  <PartColumns>
    <section>
      <h3>Orientation</h3>
      <TickBox
        v-model="form.tidy.straighten"
        words="Straighten"
        note="Up to 10 degrees in either direction."
      />
      <TickBox
        v-model="form.tidy.upright"
        words="Turn upright"
        note="Detected from the text; uncertain pages are not turned."
      />
    </section>
    <section><OptionList v-model="form.tidy.skipBlank" label="Blank sides" :options="BLANK" /></section>
    <section>
      <OptionList v-model="form.tidy.edges" label="Edges" :options="EDGES" />
      <label v-if="form.tidy.edges === 'MARGINS'" class="pair">
        <input v-model.number="form.tidy.marginMm" type="number" min="0" max="50" step="0.5" />
        <span>mm</span>
      </label>
    </section>
    <section>
      <h3>Stamp</h3>
      <TextWithFields
        v-model="form.tidy.stamp.text"
        label="Text of the stamp"
        name="tidy.stamp"
        use="STAMP"
        :maxlength="80"
        hint="Fields as in file names, and {page} for the number of the page: Received {date}, {page} of {pages}. Empty for none."
      />
      <div class="three">
        <select v-model="form.tidy.stamp.corner" class="wide" aria-label="Corner of the stamp">
          <option v-for="c in CORNERS" :key="c.value" :value="c.value">{{ c.words }}</option>
        </select>
        <select v-model="form.tidy.stamp.ink" aria-label="Colour of the stamp">
          <option v-for="i in INKS" :key="i.value" :value="i.value">{{ i.words }}</option>
        </select>
        <input
          v-model.number="form.tidy.stamp.points"
          type="number"
          min="6"
          max="72"
          aria-label="Height of the stamp's type in points"
        />
      </div>
    </section>
  </PartColumns>
</template>

<style scoped>
.pair {
  display: flex;
  gap: 8px;
  align-items: center;
}
.three {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 64px;
  gap: 6px;
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
.wide {
  grid-column: 1 / -1;
}
.pair input {
  width: 80px;
}
</style>
