import { reactive } from 'vue';

/** Of the one panel that a browser shows; `typing` while its keyboard is on the screen. */
const aids = reactive({ large: false, contrast: false, keyboard: false, typing: false });

/** How the panel is shown to whoever stands here now; forgotten when they go. */
export function useAids() {
  function forget() {
    aids.large = false;
    aids.contrast = false;
    aids.keyboard = false;
  }
  return { aids, forget };
}
