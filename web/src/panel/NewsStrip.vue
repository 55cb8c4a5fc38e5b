<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { when } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import { deliveryMark } from '@/shared/states';
import { useWords } from '@/shared/words';

/** What became of scans since the person was last here. */
const props = defineProps<{ news: Schemas['OwnDelivery'][]; busy: boolean }>();
defineEmits<{ seen: [] }>();
const { t } = useWords();
const first = computed(() => props.news[0]);
const says = computed(() => {
  const one = first.value;
  if (!one) return '';
  const what = one.fileName || one.jobName;
  return t(one.state === 'ACCEPTED' ? 'news.arrived' : 'news.not-arrived', { what });
});
</script>

<template>
  <section v-if="first" class="news" :aria-label="t('news.title')">
    <StateMark :mark="deliveryMark(first.state)" :size="26" silent />
    <div>
      <p class="says">{{ says }}</p>
      <p class="quiet">
        {{ first.sentence || t('news.scanned', { when: when(first.at), n: first.pages }) }}
        <template v-if="news.length > 1"> · {{ t('news.more', { n: news.length - 1 }) }}</template>
      </p>
    </div>
    <button type="button" class="key" :disabled="busy" @click="$emit('seen')">{{ t('news.ok') }}</button>
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
