import { nextTick, ref, watch, type Ref } from 'vue';

/**
 * For a bar of buttons that goes when what it is about is done: whoever pressed one by the keyboard is at the page's heading then, and
 * not at its very beginning.
 *
 * @param shown whether it is there
 * @returns to be called for each click in it
 */
export function useVanishing(shown: Ref<boolean>): (event: MouseEvent) => void {
  const byKey = ref(false);
  watch(shown, async (is) => {
    if (is || !byKey.value) return;
    byKey.value = false;
    await nextTick();
    const heading = document.querySelector<HTMLElement>('main h1');
    if (!heading || document.activeElement !== document.body) return;
    heading.tabIndex = -1;
    heading.focus();
  });
  return (event) => (byKey.value = event.detail === 0);
}
