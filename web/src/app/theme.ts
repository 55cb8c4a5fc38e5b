import { useStorage, usePreferredDark } from '@vueuse/core';
import { computed, watchEffect } from 'vue';

const chosen = useStorage<'light' | 'dark' | 'system'>('courier-theme', 'system');

/** Light, dark, or as the computer has it. */
export function useTheme() {
  const prefersDark = usePreferredDark();
  const dark = computed(() => (chosen.value === 'system' ? prefersDark.value : chosen.value === 'dark'));
  watchEffect(() => document.documentElement.classList.toggle('dark', dark.value));
  return { chosen, dark };
}
