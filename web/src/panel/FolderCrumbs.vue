<script setup lang="ts">
import { computed, ref } from 'vue';
import { useWords } from '@/shared/words';

/** The way from a root to the folder that is seen, by which one goes back. */
const props = defineProps<{ root: string; path: string }>();
defineEmits<{ open: [path: string] }>();
const { t } = useWords();
const first = ref<HTMLElement>();
defineExpose({ focus: () => first.value?.focus() });
const crumbs = computed(() => props.path.split('/').filter(Boolean));
</script>

<template>
  <nav :aria-label="t('folder.where')">
    <button ref="first" type="button" @click="$emit('open', '')">{{ root }}</button>
    <template v-for="(crumb, i) in crumbs" :key="i">
      <span aria-hidden="true">/</span>
      <button type="button" @click="$emit('open', crumbs.slice(0, i + 1).join('/'))">{{ crumb }}</button>
    </template>
  </nav>
</template>

<style scoped>
nav {
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  font: 680 24px/30px var(--heading);
}
button {
  padding: 6px 4px;
  border: 0;
  background: none;
  font: inherit;
  cursor: pointer;
}
</style>
