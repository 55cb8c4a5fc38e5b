import { ref } from 'vue';

/** Something that can be done about what was said. */
export interface ToastAct {
  label: string;
  run: () => unknown;
}

const current = ref<{ words: string; key: number; act?: ToastAct }>();
let timer: number | undefined;
const SHORT = 5_000;
const WITH_ACT = 12_000;

/** A short word about what was done; it goes away by itself. */
export function useToast() {
  function say(words: string, act?: ToastAct) {
    // The same words stay where they are when something to do about them comes.
    const key = current.value?.words === words && act ? current.value.key : Date.now();
    current.value = { words, key, act };
    window.clearTimeout(timer);
    timer = window.setTimeout(() => (current.value = undefined), act ? WITH_ACT : SHORT);
  }
  function act() {
    const wanted = current.value?.act;
    current.value = undefined;
    void wanted?.run();
  }
  /** Something else was done: what the word before offered to do about it is no longer the last thing. */
  function withdraw() {
    if (current.value?.act) current.value = undefined;
  }
  return { current, say, act, withdraw };
}
