<script setup lang="ts">
import { computed, ref } from 'vue';

/** How much was scanned where, as a file for a spreadsheet. */
const iso = (day: Date) => `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;
const two = (number: number) => String(number).padStart(2, '0');
const today = new Date();
const from = ref(iso(new Date(today.getFullYear(), today.getMonth(), 1)));
const until = ref(iso(today));
const path = computed(() => `/api/delivery-sums.csv?from=${from.value}&until=${until.value}`);
const possible = computed(() => from.value !== '' && until.value !== '' && from.value <= until.value);
</script>

<template>
  <section aria-labelledby="sums">
    <h2 id="sums">How much is scanned</h2>
    <p class="quiet small">
      Deliveries, pages and bytes by day, device and job, as CSV for a spreadsheet, without the names of
      people.
    </p>
    <div class="days">
      <label>From <input v-model="from" type="date" name="from" :max="until" /></label>
      <label>Until <input v-model="until" type="date" name="until" :min="from" /></label>
      <a v-if="possible" class="button" :href="path" download>Export</a>
      <span v-else class="quiet small">The last day comes after the first.</span>
    </div>
  </section>
</template>

<style scoped>
.days {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
input {
  height: 30px;
  padding: 0 6px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
  color: inherit;
}
</style>
