<script setup lang="ts">
import { BarChart, HeatmapChart } from 'echarts/charts';
import { GridComponent, TooltipComponent, VisualMapComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { useTheme } from '@/app/theme';
import { figure } from '@/shared/format';
import { hourWords, type Report } from './reports';

/** What was scanned as a picture: by day, week or month, or by hour of the week. The table below says the same. */
const props = defineProps<{ report: Report }>();
use([BarChart, HeatmapChart, GridComponent, TooltipComponent, VisualMapComponent, SVGRenderer]);
const { dark } = useTheme();

const colours = computed(() => {
  // Asked again when the theme changes.
  void dark.value;
  const style = getComputedStyle(document.documentElement);
  return (name: string) => style.getPropertyValue(name).trim();
});
const text = computed(() => ({
  color: colours.value('--ink-5'),
  fontFamily: 'Hanken Grotesk Variable',
  fontSize: 12,
}));
const base = computed(() => ({
  animation: false,
  textStyle: text.value,
  tooltip: {
    // No HTML of its own: the page's policy allows no styles in it.
    renderMode: 'richText' as const,
    backgroundColor: colours.value('--ink-9'),
    borderWidth: 0,
    textStyle: { ...text.value, color: colours.value('--paper-0') },
  },
}));

const over = computed(() => {
  const sums = props.report.bars;
  const series = [
    { name: 'Arrived', colour: '--ok', key: 'arrived' },
    { name: 'Failed', colour: '--failed', key: 'failed' },
    { name: 'Not yet', colour: '--waiting', key: 'open' },
  ] as const;
  return {
    ...base.value,
    tooltip: { ...base.value.tooltip, trigger: 'axis', axisPointer: { type: 'shadow' } },
    grid: { left: 8, right: 8, top: 12, bottom: 4, containLabel: true },
    xAxis: {
      type: 'category',
      data: sums.map((sum) => sum.label),
      axisLine: { lineStyle: { color: colours.value('--rule-2') } },
      axisTick: { show: false },
      axisLabel: { ...text.value, hideOverlap: true },
    },
    yAxis: {
      type: 'value',
      minInterval: 1,
      splitLine: { lineStyle: { color: colours.value('--rule') } },
      axisLabel: { ...text.value, formatter: (value: number) => figure(value) },
    },
    series: series.map((one) => ({
      name: one.name,
      type: 'bar',
      stack: 'all',
      barMaxWidth: 26,
      itemStyle: { color: colours.value(one.colour) },
      data: sums.map((sum) => sum[one.key]),
    })),
  };
});

const HOURS = Array.from({ length: 24 }, (_, hour) => String(hour).padStart(2, '0'));
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const week = computed(() => {
  const there = new Map(props.report.rows.map((row) => [row.subject, row.figures.documents]));
  const data = DAYS.flatMap((_, day) =>
    HOURS.map((name, hour) => [hour, day, there.get(`${day + 1}-${name}`) ?? 0]),
  );
  return {
    ...base.value,
    tooltip: {
      ...base.value.tooltip,
      formatter: (point: { data: [number, number, number] }) =>
        `${hourWords(`${point.data[1] + 1}-${HOURS[point.data[0]]}`)}: ${figure(point.data[2])}`,
    },
    grid: { left: 8, right: 8, top: 4, bottom: 4, containLabel: true },
    xAxis: {
      type: 'category',
      data: HOURS,
      axisTick: { show: false },
      axisLine: { show: false },
      axisLabel: text.value,
    },
    yAxis: {
      type: 'category',
      data: DAYS,
      inverse: true,
      axisTick: { show: false },
      axisLine: { show: false },
      axisLabel: text.value,
    },
    visualMap: {
      show: false,
      min: 0,
      max: Math.max(1, ...data.map((one) => one[2]!)),
      inRange: { color: [colours.value('--paper-1'), colours.value('--moving')] },
    },
    series: [
      {
        type: 'heatmap',
        data,
        itemStyle: { borderColor: colours.value('--paper-0'), borderWidth: 2 },
        emphasis: { itemStyle: { borderColor: colours.value('--ink-9') } },
      },
    ],
  };
});
const words = computed(() =>
  props.report.by === 'HOUR'
    ? 'Documents by hour of the week; the table says the same.'
    : `Documents by ${props.report.span.toLowerCase()}; the table of days says the same.`,
);
</script>

<template>
  <figure>
    <figcaption class="caption">
      <template v-if="report.by === 'HOUR'">Documents by hour of the week; the darker, the more.</template>
      <template v-else>
        Documents by {{ report.span.toLowerCase() }}: <span class="key ok">arrived</span>
        <span class="key failed">failed</span> <span class="key open">not yet</span>
      </template>
    </figcaption>
    <VChart
      class="chart"
      :option="report.by === 'HOUR' ? week : over"
      :init-options="{ renderer: 'svg' }"
      autoresize
      role="img"
      :aria-label="words"
    />
  </figure>
</template>

<style scoped>
figure {
  margin: 12px 0 18px;
}
.chart {
  display: block;
  width: 100%;
  height: 210px;
}
.key::before {
  content: '';
  display: inline-block;
  width: 9px;
  height: 9px;
  margin: 0 4px 0 8px;
  background: var(--ok);
}
.key.failed::before {
  background: var(--failed);
}
.key.open::before {
  background: var(--waiting);
}
</style>
