<script setup lang="ts" generic="R extends { id: string }">
import ErrorNote from './ErrorNote.vue';

/** Things that were ordered for many devices, each with how far it is: a line with what can be done about it, and below it one for each device worth a look. */
defineProps<{
  title: string;
  runs: R[];
  words: (run: R) => string;
  caption: (run: R) => string;
  error: unknown;
}>();
defineSlots<{
  acts(props: { run: R }): unknown;
  beside(props: { run: R }): unknown;
  note(props: { run: R }): unknown;
  steps(props: { run: R }): unknown;
}>();
</script>

<template>
  <section v-if="runs.length" :aria-label="title">
    <h2>{{ title }}</h2>
    <ErrorNote :error="error" />
    <ol>
      <li v-for="run in runs" :key="run.id">
        <div class="line">
          <p role="status">
            <strong>{{ words(run) }}</strong>
            <slot name="beside" :run="run" />
          </p>
          <p class="caption">{{ caption(run) }}</p>
          <slot name="acts" :run="run" />
        </div>
        <slot name="note" :run="run" />
        <ul>
          <slot name="steps" :run="run" />
        </ul>
      </li>
    </ol>
  </section>
</template>

<style scoped>
section {
  margin: 14px 0;
}
ol,
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
ol > li {
  padding: 8px 0;
  border-top: 1px solid var(--rule);
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}
ul :slotted(li) {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
  padding: 3px 0 0 4px;
  font-size: 13px;
}
:slotted(progress) {
  width: 140px;
  margin-left: 8px;
  accent-color: var(--stamp);
}
</style>
