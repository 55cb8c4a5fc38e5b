<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import TickBox from '@/shared/TickBox.vue';
import { WEIGHT_WORDS } from './alerts';
import { DAYS, isAlways, UNIT_WORDS, type RuleSetting, type RuleView } from './rules';

/** How one rule is wanted, in the office or at a place. */
const props = defineProps<{ rule: RuleView; words: string }>();
const setting = defineModel<RuleSetting>({ required: true });
type Hours = Schemas['WatchHours'];

const change = (part: Partial<RuleSetting>) => (setting.value = { ...setting.value, ...part });
const hours = (part: Partial<Hours>) => change({ hours: { ...setting.value.hours, ...part } });
const WORKING: Hours = { days: DAYS.slice(0, 5).map(([day]) => day), from: 7, until: 18 };
const ALWAYS: Hours = { days: DAYS.map(([day]) => day), from: 0, until: 24 };
const always = computed(() => isAlways(setting.value.hours));
const HOURS = Array.from({ length: 25 }, (_, hour) => hour);
const range = computed(() => `${props.rule.least} to ${props.rule.most}`);
const toggle = (day: Hours['days'][number]) =>
  hours({
    days: setting.value.hours.days.includes(day)
      ? setting.value.hours.days.filter((one) => one !== day)
      : [...setting.value.hours.days, day],
  });
const numberOf = (typed: string) => Number(typed.replaceAll(/\D/g, '') || 0);
</script>

<template>
  <div class="rule">
    <TickBox :model-value="setting.on" :words="words" @update:model-value="change({ on: $event })" />
    <template v-if="setting.on">
      <label class="amount">
        <el-input
          :model-value="setting.amount"
          inputmode="numeric"
          :aria-label="`${rule.title}: ${UNIT_WORDS[rule.unit]}, ${range}`"
          @update:model-value="change({ amount: numberOf($event) })"
        />
        <span :class="{ wrong: setting.amount < rule.least || setting.amount > rule.most }">
          {{ UNIT_WORDS[rule.unit] }} <span class="quiet small">({{ range }})</span>
        </span>
      </label>
      <el-select
        :model-value="setting.weight"
        :aria-label="`${rule.title}: how it is told`"
        @update:model-value="change({ weight: $event })"
      >
        <el-option v-for="(weight, key) in WEIGHT_WORDS" :key="key" :value="key" :label="weight" />
      </el-select>
      <el-select
        :model-value="always"
        :aria-label="`${rule.title}: when`"
        @update:model-value="change({ hours: $event ? ALWAYS : WORKING })"
      >
        <el-option :value="true" label="At any time" />
        <el-option :value="false" label="At these hours" />
      </el-select>
      <div v-if="!always" class="hours" role="group" :aria-label="`${rule.title}: hours`">
        <button
          v-for="[day, short] in DAYS"
          :key="day"
          type="button"
          :aria-pressed="setting.hours.days.includes(day)"
          @click="toggle(day)"
        >
          {{ short }}
        </button>
        <el-select
          :model-value="setting.hours.from"
          aria-label="From"
          @update:model-value="hours({ from: $event })"
        >
          <el-option v-for="hour in HOURS.slice(0, 24)" :key="hour" :value="hour" :label="`${hour}:00`" />
        </el-select>
        <span>to</span>
        <el-select
          :model-value="setting.hours.until"
          aria-label="Until"
          @update:model-value="hours({ until: $event })"
        >
          <el-option v-for="hour in HOURS.slice(1)" :key="hour" :value="hour" :label="`${hour}:00`" />
        </el-select>
      </div>
    </template>
  </div>
</template>

<style scoped>
.rule {
  display: grid;
  grid-template-columns: minmax(130px, 1fr) 290px 150px 140px;
  gap: 6px 14px;
  align-items: center;
}
.amount {
  display: flex;
  gap: 8px;
  align-items: center;
}
.amount .el-input {
  flex: none;
  width: 66px;
}
.wrong {
  color: var(--failed);
  font-weight: 600;
}
.hours {
  display: flex;
  grid-column: 2 / -1;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}
.hours button {
  min-width: 34px;
  height: 30px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
  color: var(--ink-7);
  cursor: pointer;
}
.hours [aria-pressed='true'] {
  background: var(--ink-9);
  color: var(--paper-0);
}
.hours .el-select {
  width: 92px;
}
@media (max-width: 900px) {
  .rule {
    grid-template-columns: minmax(0, 1fr);
  }
  .hours {
    grid-column: 1;
  }
}
</style>
