<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import type { Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import type { PanelState } from '@/panel/usePanel';
import SheetsPreview from './SheetsPreview.vue';
import { optionsOf, usePrinting } from './usePrinting';

/** One of somebody's scans on paper where they stand. */
const props = defineProps<{ panel: PanelState }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const { busy } = props.panel;
const back = ref<HTMLButtonElement>();
const { chosen, preview, choices, refresh } = usePrinting((form) => {
  props.panel.touch();
  return props.panel.previewPrint(form);
});
onMounted(() => {
  back.value?.focus();
  void refresh();
});
const options = computed(() => (choices.value ? optionsOf(choices.value, t) : undefined));
const perSide = computed(() =>
  Number(options.value?.perSide.find((o) => o.value === chosen.perSide)?.words ?? 1),
);
const problem = computed(() => preview.value?.problems[0]);
/** Each is a row of keys, where there is anything to choose. */
const rows = computed(() => {
  const can = options.value;
  if (!can) return [];
  const all = [
    { name: 'sides', label: t('print.sides'), options: can.sides },
    { name: 'colour', label: t('print.colour'), options: can.colour },
    { name: 'perSide', label: t('print.per-side'), options: can.perSide },
    { name: 'scaling', label: t('print.scaling'), options: can.scaling },
    { name: 'tray', label: t('print.tray'), options: can.tray },
  ] as const;
  return all.filter((row) => row.options.length > 1);
});
const set = (name: (typeof rows.value)[number]['name'], value: string) =>
  Object.assign(chosen, { [name]: value });
const more = (by: number) =>
  (chosen.copies = Math.min(choices.value?.copies ?? 1, Math.max(1, chosen.copies + by)));
const label = ({ front, back: behind }: Schemas['PrintedSheet'], n: number) =>
  behind.length
    ? t('print.sheet-both', { n, front: front.join(', '), back: behind.join(', ') })
    : t('print.sheet', { n, front: front.join(', ') });
async function print() {
  if (await props.panel.printHere({ ...chosen })) emit('done');
}
</script>

<template>
  <section class="choice-drawer" :aria-label="t('print.title')" @keydown.esc="emit('done')">
    <header>
      <h2>{{ t('print.title') }}</h2>
      <span class="keys">
        <button ref="back" type="button" class="key" @click="emit('done')">{{ t('panel.back') }}</button>
        <button
          type="button"
          class="key stamp"
          :disabled="busy || !preview || Boolean(problem)"
          @click="print"
        >
          {{ t('print.go', { n: preview?.sheetsInAll ?? 0 }) }}
        </button>
      </span>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
    <div class="halves">
      <div class="rows">
        <div class="row">
          <span id="print-copies">{{ t('print.copies') }}</span>
          <span class="keys" role="group" aria-labelledby="print-copies">
            <button
              type="button"
              class="key"
              :aria-label="t('print.fewer')"
              :disabled="chosen.copies <= 1"
              @click="more(-1)"
            >
              −
            </button>
            <output>{{ chosen.copies }}</output>
            <button
              type="button"
              class="key"
              :aria-label="t('print.more')"
              :disabled="chosen.copies >= (choices?.copies ?? 1)"
              @click="more(1)"
            >
              +
            </button>
          </span>
        </div>
        <label v-if="choices?.pages" class="row">
          <span>{{ t('print.pages') }}</span>
          <input v-model="chosen.pages" type="text" maxlength="60" :placeholder="t('print.pages-all')" />
        </label>
        <div v-for="row in rows" :key="row.name" class="row">
          <span :id="`print-${row.name}`">{{ row.label }}</span>
          <span class="keys" role="group" :aria-labelledby="`print-${row.name}`">
            <button
              v-for="option in row.options"
              :key="option.value"
              type="button"
              class="key"
              :aria-pressed="chosen[row.name] === option.value"
              @click="set(row.name, option.value)"
            >
              {{ option.words }}
            </button>
          </span>
        </div>
        <div v-if="choices?.staple" class="row">
          <span>{{ t('print.finishing') }}</span>
          <button
            type="button"
            class="key"
            :aria-pressed="chosen.staple"
            @click="chosen.staple = !chosen.staple"
          >
            {{ t('print.staple') }}
          </button>
        </div>
      </div>
      <section class="paper" tabindex="0" :aria-label="t('print.sheets', { n: preview?.sheetsInAll ?? 0 })">
        <p class="quiet">{{ t('print.sheets', { n: preview?.sheetsInAll ?? 0 }) }}</p>
        <SheetsPreview
          v-for="file in preview?.sheets ?? []"
          :key="file.file"
          :sheets="file.sheets"
          :columns="file.columns"
          :per-side="perSide"
          :label="label"
        />
      </section>
    </div>
  </section>
</template>

<style scoped>
.halves {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 1fr) 260px;
  gap: 20px;
  min-height: 0;
}
.rows {
  min-height: 0;
  overflow-y: auto;
}
.row {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 12px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule-2);
}
.row > span:first-child {
  font-weight: 600;
}
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.row .key {
  min-width: 48px;
  min-height: 48px;
  padding: 4px 12px;
  font-size: 17px;
}
.row > .key {
  justify-self: start;
}
.key[aria-pressed='true'] {
  background: var(--ink-9);
  color: var(--paper-0);
}
.row input {
  min-width: 0;
  max-width: 260px;
}
output {
  min-width: 44px;
  font-size: 24px;
  font-weight: 700;
  text-align: center;
}
.paper {
  min-height: 0;
  padding-left: 16px;
  border-left: 1px solid var(--rule-2);
  overflow-y: auto;
}
.problem {
  padding: 8px 12px;
  border-left: 4px solid var(--failed);
  background: var(--failed-wash);
}
</style>
