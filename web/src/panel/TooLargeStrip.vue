<script setup lang="ts">
import type { Schemas } from '@/api/client';
import StateMark from '@/shared/StateMark.vue';
import { useWords } from '@/shared/words';
import { computed } from 'vue';

/** Before it is sent: it would not fit into a mail, and what can be done. */
const props = defineProps<{ tooLarge: Schemas['TooLarge'] }>();
const emit = defineEmits<{ choose: [way: Schemas['WayToFit']['way'] | undefined] }>();
const { t } = useWords();
const chosen = computed(() => props.tooLarge.ways.find(({ way }) => way === props.tooLarge.now));
</script>

<template>
  <div class="strip" role="status">
    <StateMark mark="care" :size="24" silent />
    <p>
      <strong>{{ tooLarge.sentence }}</strong>
      {{ ' ' }}
      <template v-if="chosen?.costs">{{ t('scan.costs', { what: chosen.costs }) }}</template>
      <template v-else-if="!chosen && tooLarge.ways.length">{{ t('scan.fit') }}</template>
    </p>
    <button
      v-for="one in tooLarge.ways"
      :key="one.way"
      type="button"
      class="key"
      :aria-pressed="one.way === tooLarge.now"
      @click="emit('choose', one.way === tooLarge.now ? undefined : one.way)"
    >
      {{ one.words }}
    </button>
  </div>
</template>

<style scoped src="./strip.css"></style>

<style scoped>
[aria-pressed='true'] {
  background: var(--ink-9);
  color: var(--paper-0);
}
</style>
