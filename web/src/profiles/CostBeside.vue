<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { bytes, count } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';

/** What a scan by this profile will weigh, before anybody scans. */
const props = defineProps<{
  estimate?: Schemas['EstimateView'];
  sizes: Schemas['MediaView'][];
  models: string[];
}>();
const model = defineModel<string>('model', { required: true });
const media = defineModel<string>('media', { required: true });
const pages = defineModel<number>('pages', { required: true });
const limitMb = defineModel<number>('limitMb', { required: true });
const limit = computed(() => limitMb.value * 1024 * 1024);
/** The bar reaches to whichever is larger, so that the limit is always seen. */
const whole = computed(() => Math.max(limit.value, props.estimate?.mail.p90 ?? 0) * 1.05 || 1);
const learned = computed(() => {
  const { learnedFrom = 0, learnedFromModel = 0 } = props.estimate ?? {};
  if (learnedFrom === 0) return 'From measured pages; it learns from the files that this office makes.';
  const files = `Corrected by ${count(learnedFrom, 'file')} that this office made`;
  return model.value ? `${files}, ${learnedFromModel} of them by this model.` : `${files}.`;
});
const at = (value: number) => `${Math.min(100, (value / whole.value) * 100)}%`;
</script>

<template>
  <section aria-labelledby="cost">
    <h2 id="cost">File size</h2>
    <div class="ask">
      <label>
        <span>Pages</span>
        <input v-model.number="pages" type="number" min="1" max="10000" />
      </label>
      <label>
        <span>Paper</span>
        <select v-model="media">
          <option v-for="size in sizes" :key="size.name" :value="size.name">{{ size.label }}</option>
        </select>
      </label>
      <label>
        <span>Limit, MB</span>
        <input v-model.number="limitMb" type="number" min="0" max="10000" />
      </label>
      <label v-if="models.length > 1" class="model">
        <span>Scanned by</span>
        <select v-model="model">
          <option value="">any device</option>
          <option v-for="name in models" :key="name" :value="name">{{ name }}</option>
        </select>
      </label>
    </div>
    <template v-if="estimate">
      <p class="numeral">{{ bytes(estimate.mail.p50) }}</p>
      <p class="small quiet">as a mail; nine scans in ten stay under {{ bytes(estimate.mail.p90) }}</p>
      <svg
        class="bar"
        viewBox="0 0 100 16"
        preserveAspectRatio="none"
        role="img"
        :aria-label="`About ${bytes(estimate.mail.p50)} of ${limitMb} MB`"
      >
        <rect class="track" x="0" y="7" width="100" height="2" />
        <rect :class="{ over: !estimate.fits }" x="0" y="3" height="10" :width="at(estimate.mail.p50)" />
        <rect
          class="spread"
          y="6"
          height="4"
          :x="at(estimate.mail.p50)"
          :width="`${((estimate.mail.p90 - estimate.mail.p50) / whole) * 100}%`"
        />
        <rect v-if="limitMb" class="limit" y="0" width="0.6" height="16" :x="at(limit)" />
      </svg>
      <dl>
        <div>
          <dt>A page</dt>
          <dd>{{ bytes(estimate.page.p10) }} to {{ bytes(estimate.page.p90) }}</dd>
        </div>
        <div v-if="estimate.pagesThatFit !== null">
          <dt>Fit into {{ limitMb }} MB</dt>
          <dd>{{ count(estimate.pagesThatFit ?? 0, 'page') }}</dd>
        </div>
      </dl>
      <p v-if="estimate.fits" class="fits">
        <StateMark mark="accepted" silent /> {{ count(pages, 'page') }} fit.
      </p>
      <div v-else class="advice">
        <p>
          <StateMark mark="failed" silent /> <strong>{{ count(pages, 'page') }} do not fit.</strong>
        </p>
        <template v-if="estimate.advice">
          <p class="small">Least lost: {{ estimate.advice.sentence }}.</p>
          <p class="small">Gives up {{ estimate.advice.givesUp.join('; ') }}.</p>
        </template>
        <p v-else class="small">No setting makes them fit. Split the stack, or send a link.</p>
      </div>
      <p class="caption">{{ learned }}</p>
    </template>
  </section>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: 76px 1fr 84px;
  gap: 8px;
  padding: 8px 0 10px;
}
.ask label {
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.ask span {
  font-size: 12px;
  font-weight: 600;
}
.ask input,
.ask select {
  min-width: 0;
  min-height: 30px;
  padding: 3px 6px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
}
.model {
  grid-column: 1 / -1;
}
.bar {
  display: block;
  width: 100%;
  height: 16px;
  margin: 6px 0;
}
.bar rect {
  fill: var(--ink-9);
}
.bar .track {
  fill: var(--rule);
}
.bar .spread {
  fill: var(--rule-2);
}
.bar .over {
  fill: var(--failed);
}
.bar .limit {
  fill: var(--stamp);
}
dl {
  margin: 6px 0;
}
dl div {
  display: grid;
  grid-template-columns: 130px 1fr;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}
dt {
  color: var(--ink-5);
}
dd {
  margin: 0;
}
.fits {
  display: flex;
  gap: 8px;
  align-items: center;
}
.advice {
  margin: 6px 0;
  padding: 8px 10px;
  background: var(--failed-wash);
}
.advice p:first-child {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
