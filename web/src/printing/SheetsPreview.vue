<script setup lang="ts">
import type { Schemas } from '@/api/client';

/** The sheets as they come out: front and back, with the pages that lie on each. */
type Sheet = Schemas['PrintedSheet'];
const props = defineProps<{
  sheets: Sheet[];
  columns: number;
  /** How many pages lie on a side that is full. */
  perSide: number;
  label: (sheet: Sheet, number: number) => string;
  /** A picture of a page, where there is one. */
  picture?: (page: number) => string | undefined;
  grey?: boolean;
}>();
const rows = () => Math.ceil(props.perSide / props.columns);
/** Pages side by side are turned with the paper, so that they stay upright. */
const isWide = () => props.columns > rows();
</script>

<template>
  <ol class="sheets">
    <li v-for="(sheet, n) in sheets" :key="n" :aria-label="label(sheet, n + 1)">
      <div
        v-for="(side, s) in sheet.back.length ? [sheet.front, sheet.back] : [sheet.front]"
        :key="s"
        aria-hidden="true"
        :class="['side', { wide: isWide(), back: s }]"
        :style="{
          gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
          gridTemplateRows: `repeat(${rows()}, minmax(0, 1fr))`,
        }"
      >
        <span v-for="page in side" :key="page" class="page" :class="{ grey }">
          <img v-if="picture?.(page)" :src="picture(page)" alt="" loading="lazy" />
          <b>{{ page }}</b>
        </span>
      </div>
    </li>
  </ol>
</template>

<style scoped>
.sheets {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-content: start;
  align-items: start;
  margin: 0;
  padding: 2px;
  list-style: none;
}
li {
  display: flex;
  gap: 3px;
}
.side {
  display: grid;
  gap: 2px;
  width: 74px;
  aspect-ratio: 210 / 297;
  padding: 3px;
  border: 1px solid var(--rule-2);
  background: var(--paper-0);
}
.side.wide {
  width: 104px;
  aspect-ratio: 297 / 210;
}
.back {
  border-left: 3px double var(--ink-5);
}
.page {
  position: relative;
  display: flex;
  align-items: center;
  justify-content: center;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: var(--paper-2);
}
.page img {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
  background: #fff;
}
.grey img {
  filter: grayscale(1);
}
.page b {
  position: relative;
  padding: 0 4px;
  border-radius: 2px;
  background: var(--paper-0);
  font-size: 12px;
  line-height: 15px;
  color: var(--ink-9);
}
</style>
