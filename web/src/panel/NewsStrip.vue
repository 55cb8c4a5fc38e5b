<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { count, when } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import { deliveryMark } from '@/shared/states';

/** What became of scans since the person was last here. */
const props = defineProps<{ news: Schemas['OwnDelivery'][]; busy: boolean }>();
defineEmits<{ seen: [] }>();
const first = computed(() => props.news[0]);
const says = computed(() => {
  const one = first.value;
  if (!one) return '';
  const what = one.fileName || one.jobName;
  return one.state === 'ACCEPTED' ? `${what} has arrived` : `${what} has not arrived`;
});
</script>

<template>
  <section v-if="first" class="news" aria-label="Notifications">
    <StateMark :mark="deliveryMark(first.state)" :size="26" silent />
    <div>
      <p class="says">{{ says }}</p>
      <p class="quiet">
        {{ first.sentence || `scanned ${when(first.at)}, ${count(first.pages, 'page')}` }}
        <template v-if="news.length > 1"> · and {{ count(news.length - 1, 'more') }}</template>
      </p>
    </div>
    <button type="button" class="key" :disabled="busy" @click="$emit('seen')">All right</button>
  </section>
</template>

<style scoped>
.news {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 6px 6px 6px 14px;
  border-left: 4px solid var(--ink-9);
  background: var(--paper-0);
}
.news > div {
  min-width: 0;
  flex: 1;
}
.says {
  overflow: hidden;
  font: 680 22px/27px var(--heading);
  font-stretch: 84%;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.quiet {
  overflow: hidden;
  font-size: 16px;
  line-height: 20px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
