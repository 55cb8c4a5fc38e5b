import { useEventListener } from '@vueuse/core';
import { ref, type Ref } from 'vue';
import { onBeforeRouteLeave, onBeforeRouteUpdate, type RouteLocationNormalized } from 'vue-router';

/** Asked of whoever is about to leave a form with what was typed into it. */
export const leaving = ref<{ answer: (leave: boolean) => void }>();

function ask(): Promise<boolean> {
  leaving.value?.answer(false);
  return new Promise((resolve) => {
    leaving.value = {
      answer: (leave) => {
        leaving.value = undefined;
        resolve(leave);
      },
    };
  });
}

/**
 * What was typed is not lost by a click elsewhere: the desk asks first, and so does the browser before it closes the page.
 *
 * @param saving what is just being saved, after which there may be nothing to ask about
 */
export function useLeaving(unsaved: Ref<boolean>, saving: () => Promise<unknown> | undefined) {
  const guard = async (to: RouteLocationNormalized, from: RouteLocationNormalized) => {
    if (to.path === from.path) return true;
    await saving();
    return !unsaved.value || (await ask());
  };
  onBeforeRouteLeave(guard);
  onBeforeRouteUpdate(guard);
  useEventListener(window, 'beforeunload', (event) => {
    if (unsaved.value) event.preventDefault();
  });
}
