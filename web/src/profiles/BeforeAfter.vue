<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';

/** A sample page as scanned and as the profile makes it, with what was done and why. */
const props = defineProps<{
  samples: Schemas['Sample'][];
  sample: string;
  preview?: Schemas['Preview'];
  moving: boolean;
}>();
const emit = defineEmits<{ choose: [name: string] }>();
const after = computed(() => props.preview?.after ?? []);
const leftOut = computed(() => props.preview?.fate === 'SKIPPED_BLANK');
const shows = computed(() => props.samples.find((s) => s.name === props.sample)?.shows ?? '');
</script>

<template>
  <section aria-labelledby="before-after">
    <header>
      <h2 id="before-after">Before and after</h2>
      <p class="small quiet">{{ shows }}</p>
    </header>
    <div class="samples" role="radiogroup" aria-label="Sample page">
      <label v-for="s in samples" :key="s.name" :class="{ chosen: s.name === sample }">
        <input type="radio" name="sample" :checked="s.name === sample" @change="emit('choose', s.name)" />
        {{ s.title }}
      </label>
    </div>
    <div class="pages" :class="{ moving }" aria-live="polite">
      <figure>
        <div class="frame"><img v-if="preview" :src="preview.before" alt="The page as scanned" /></div>
        <figcaption>As scanned</figcaption>
      </figure>
      <figure v-if="leftOut" class="out">
        <div class="frame struck"></div>
        <figcaption>Left out</figcaption>
      </figure>
      <div v-else class="after" :class="{ many: after.length > 2 }">
        <figure v-for="(picture, i) in after" :key="i">
          <div class="frame"><img :src="picture" :alt="`Page ${i + 1} as it goes into the file`" /></div>
          <figcaption>{{ after.length > 1 ? `In the file, page ${i + 1}` : 'In the file' }}</figcaption>
        </figure>
      </div>
      <div class="done">
        <h3>What was done</h3>
        <ul>
          <li v-for="step in preview?.done ?? []" :key="step">{{ step }}</li>
          <li v-if="preview && !preview.done.length" class="quiet">nothing: the page goes as it came</li>
        </ul>
        <dl v-if="preview?.facts.paper">
          <div>
            <dt>Paper</dt>
            <dd>{{ preview.facts.paper }}</dd>
          </div>
          <div>
            <dt>Kind</dt>
            <dd>{{ preview.facts.kind }}</dd>
          </div>
          <div>
            <dt>Content</dt>
            <dd>{{ preview.facts.colour === 'bitonal' ? 'ink and paper' : preview.facts.colour }}</dd>
          </div>
          <div>
            <dt>Askew</dt>
            <dd>{{ Math.abs(preview.facts.skewDegrees).toFixed(1) }}°</dd>
          </div>
        </dl>
      </div>
    </div>
  </section>
</template>

<style scoped>
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.samples {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 8px 0 10px;
}
.samples label {
  position: relative;
  padding: 3px 8px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  font-size: 13px;
  line-height: 18px;
  cursor: pointer;
}
.samples .chosen {
  border-color: var(--ink-9);
  background: var(--ink-9);
  color: var(--paper-0);
}
.samples input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.samples label:focus-within {
  outline: 2px solid var(--stamp);
  outline-offset: 2px;
}
.pages {
  display: flex;
  gap: 18px;
  align-items: flex-start;
}
.after {
  display: flex;
  flex: 1 1 0;
  gap: 18px;
  min-width: 0;
}
.many {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
}
figure {
  flex: 1 1 0;
  max-width: 250px;
  margin: 0;
  min-width: 0;
}
.frame {
  display: grid;
  height: 290px;
  padding: 8px;
  place-items: center;
  background: var(--paper-2);
}
img {
  max-width: 100%;
  max-height: 274px;
  box-shadow: 0 0 0 1px var(--rule-2);
}
.many .frame {
  height: 119px;
  padding: 6px;
}
.many img {
  max-height: 107px;
}
.struck {
  background:
    linear-gradient(to top right, transparent calc(50% - 1px), var(--ink-7) 50%, transparent calc(50% + 1px)),
    var(--paper-1);
}
figcaption {
  padding-top: 4px;
  font-size: 12px;
  color: var(--ink-5);
}
.moving img {
  opacity: 0.6;
}
.done {
  flex: 0 1 210px;
}
ul {
  margin: 4px 0 12px;
  padding-left: 16px;
}
dl {
  margin: 0;
}
dl div {
  display: grid;
  grid-template-columns: 70px 1fr;
}
dt {
  color: var(--ink-5);
}
dd {
  margin: 0;
}
@media (max-width: 700px) {
  .pages {
    flex-wrap: wrap;
  }
}
</style>
