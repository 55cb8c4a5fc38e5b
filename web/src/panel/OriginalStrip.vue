<script setup lang="ts">
import type { Schemas } from '@/api/client';
import StateMark from '@/shared/StateMark.vue';
import { useWords } from '@/shared/words';

/** What lay on the glass has no size that a device could know. The first choice is what becomes of it anyway. */
const props = defineProps<{ page: Schemas['PageView'] & { original: Schemas['OriginalSize'] } }>();
const emit = defineEmits<{ keep: []; crop: [part: Schemas['Part']] }>();
const { t } = useWords();

function choose({ part }: Schemas['SizeChoice']) {
  if (part) emit('crop', part);
  else emit('keep');
}
const said = () =>
  props.page.original.found
    ? t('original.odd', { n: props.page.number, size: props.page.original.found })
    : t('original.unknown', { n: props.page.number });
</script>

<template>
  <div class="strip" role="group" :aria-label="t('original.sizes')">
    <StateMark mark="care" :size="24" silent />
    <p role="status">{{ said() }}</p>
    <button
      v-for="(choice, i) in page.original.choices"
      :key="choice.words"
      type="button"
      class="key"
      :class="{ usual: i === 0 }"
      @click="choose(choice)"
    >
      {{ choice.words }}
    </button>
  </div>
</template>

<style scoped src="./strip.css"></style>

<style scoped>
.key.usual {
  border-color: var(--ink-9);
  border-width: 3px;
}
</style>
