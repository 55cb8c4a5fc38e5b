<script setup lang="ts">
import type { Rehearsal, useRehearsal } from './useRehearsal';

/** A page before and after, with what was done to it. */
defineProps<{ picture: ReturnType<typeof useRehearsal>['picture'] }>();
const picked = defineModel<Rehearsal['pages'][number]>();
</script>

<template>
  <el-dialog
    :model-value="picked !== undefined"
    :title="picked ? `Page ${picked.number}, ${picked.source}` : ''"
    width="min(860px, 94vw)"
    top="5vh"
    @update:model-value="picked = undefined"
  >
    <div v-if="picked" class="pair">
      <figure>
        <img :src="picture(picked.before)" alt="As scanned" />
        <figcaption>As scanned</figcaption>
      </figure>
      <figure v-for="shown in picked.after" :key="shown.id">
        <img :src="picture(shown)" alt="In the file" />
        <figcaption>In the file</figcaption>
      </figure>
      <div>
        <h3>What was done, and why</h3>
        <ul>
          <li v-for="step in picked.done" :key="step">{{ step }}</li>
          <li v-if="!picked.done.length">nothing: the page goes as it came</li>
        </ul>
        <p v-if="picked.facts.paper" class="small quiet">
          {{ picked.facts.paper }}, {{ picked.facts.kind }},
          {{ Math.abs(picked.facts.skewDegrees).toFixed(1) }}° askew
        </p>
        <p v-for="code in picked.facts.barcodes" :key="code" class="mono">{{ code }}</p>
      </div>
    </div>
  </el-dialog>
</template>

<style scoped>
.pair ul {
  margin: 6px 0;
  padding-left: 16px;
}
.pair {
  display: flex;
  gap: 18px;
  align-items: flex-start;
}
.pair figure {
  flex: 0 1 290px;
  margin: 0;
}
.pair figure img {
  max-width: 100%;
  box-shadow: 0 0 0 1px var(--rule-2);
}
figcaption {
  font-size: 12px;
  color: var(--ink-5);
}
</style>
