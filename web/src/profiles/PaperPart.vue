<script setup lang="ts">
import { computed } from 'vue';
import OptionList from './OptionList.vue';
import PartColumns from './PartColumns.vue';
import TickBox from '@/shared/TickBox.vue';
import type { Schemas } from '@/api/client';
import type { ProfileForm } from './useProfile';

const form = defineModel<ProfileForm>({ required: true });
defineProps<{ sizes: Schemas['MediaView'][] }>();
const SOURCES: { value: ProfileForm['input']['source']; words: string; note?: string }[] = [
  { value: 'FEEDER', words: 'Feeder', note: 'a stack; people can still choose the glass' },
  { value: 'GLASS', words: 'Glass', note: 'one side at a time' },
];
/** The glass has one side. */
const sides = computed(() =>
  SIDES.map((option) => ({
    ...option,
    off: form.value.input.source === 'GLASS' && option.value !== 'ONE',
  })),
);
const source = computed({
  get: () => form.value.input.source,
  set: (value) => {
    form.value.input.source = value;
    if (value === 'GLASS') form.value.sides = 'ONE';
  },
});
const SIDES: { value: ProfileForm['sides']; words: string; note?: string }[] = [
  { value: 'ONE', words: 'One side' },
  { value: 'TWO_LONG_EDGE', words: 'Both sides', note: 'flip on long edge' },
  { value: 'TWO_SHORT_EDGE', words: 'Both sides', note: 'flip on short edge' },
];
type OnGlass = ProfileForm['tidy']['openedBook'] | 'SEVERAL';
const GLASS: { value: OnGlass; words: string; note?: string }[] = [
  { value: 'NO', words: 'Single sheets' },
  { value: 'SEVERAL', words: 'Several papers', note: 'receipts, cards: a page for each' },
  { value: 'LEFT_TO_RIGHT', words: 'Opened book', note: 'left page first' },
  { value: 'RIGHT_TO_LEFT', words: 'Opened book', note: 'right page first' },
];
/** The two sides of a card are one page, whatever lies on the glass. */
const glassOptions = computed(() =>
  GLASS.map((option) => ({ ...option, off: form.value.tidy.card && option.value !== 'NO' })),
);
const onGlass = computed<OnGlass>({
  get: () => (form.value.tidy.eachPaper ? 'SEVERAL' : form.value.tidy.openedBook),
  set: (value) => {
    form.value.tidy.eachPaper = value === 'SEVERAL';
    form.value.tidy.openedBook = value === 'SEVERAL' ? 'NO' : value;
  },
});
</script>

<template>
  <PartColumns>
    <section>
      <OptionList v-model="source" label="Source" :options="SOURCES" />
      <OptionList v-model="form.sides" label="Sides" :options="sides" class="next" />
    </section>
    <section>
      <OptionList v-model="onGlass" label="On the glass" :options="glassOptions" />
      <TickBox v-model="form.tidy.gutter" words="Remove the shadow of the fold" />
    </section>
    <section>
      <h3>Size</h3>
      <select v-model="form.input.media" aria-label="Size of the scan">
        <option value="">As large as the paper</option>
        <option v-for="size in sizes" :key="size.name" :value="size.name">{{ size.label }}</option>
      </select>
      <TickBox
        v-model="form.tidy.crop"
        words="Cut to the paper's own edges"
        note="For receipts, cards and odd sizes, also when placed at an angle."
      />
    </section>
    <section>
      <h3>Cards</h3>
      <TickBox
        v-model="form.tidy.card"
        words="Both sides on one page"
        note="Front and back on one A4 page, at their original size."
      />
      <TickBox v-model="form.tidy.portrait" words="Save the portrait as a separate file" />
    </section>
  </PartColumns>
</template>

<style scoped>
.next {
  margin-top: 14px;
}
select {
  width: 100%;
  min-height: 30px;
  margin: 2px 0 10px;
  padding: 3px 8px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
}
</style>
