import { ref } from 'vue';

const current = ref<{ words: string; key: number }>();
let timer: number | undefined;

/** A short word about what was done; it goes away by itself. */
export function useToast() {
  function say(words: string) {
    current.value = { words, key: Date.now() };
    window.clearTimeout(timer);
    timer = window.setTimeout(() => (current.value = undefined), 5000);
  }
  return { current, say };
}
