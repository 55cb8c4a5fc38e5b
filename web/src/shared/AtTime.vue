<script setup lang="ts">
import { computed, useId } from 'vue';
import { isoDay, momentOf, wallClock } from './format';

/** Now, or a time at which something is to be done, by the clock in the office. */
const at = defineModel<string | undefined>({ required: true });
defineProps<{ label: string }>();
/** Arrow keys move between the two. */
const name = useId();
const DAY = 86_400_000;
/** Early on the next day, before people come. */
const early = () => momentOf(`${isoDay(new Date(Date.now() + DAY))} 06:00`).toISOString();
const chosen = computed({
  get: () => (at.value ? wallClock(at.value) : ''),
  set: (wall) => (at.value = wall ? momentOf(wall).toISOString() : early()),
});
</script>

<template>
  <div class="at" role="radiogroup" :aria-label="label">
    <label><input type="radio" :name="name" :checked="!at" @change="at = undefined" /> Now</label>
    <label><input type="radio" :name="name" :checked="!!at" @change="at = early()" /> At a time</label>
    <el-date-picker
      v-if="at"
      v-model="chosen"
      type="datetime"
      format="YYYY-MM-DD HH:mm"
      value-format="YYYY-MM-DD HH:mm"
      :clearable="false"
      aria-label="Time"
    />
  </div>
</template>

<style scoped>
.at {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  min-height: 34px;
}
label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
input {
  accent-color: var(--stamp);
}
</style>
