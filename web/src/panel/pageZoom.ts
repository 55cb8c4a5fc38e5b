import Panzoom, { type PanzoomObject } from '@panzoom/panzoom';
import { onScopeDispose, ref, watch, type Ref } from 'vue';

/** How much larger a double tap, or the key, shows a page. */
const CLOSER = 2.5;
const CLOSEST = 6;

/**
 * A page is seen closer by two fingers, a double tap or a key, and moved by one finger.
 *
 * @param picture what is seen closer
 * @param still while it is not to be moved
 */
export function usePageZoom(picture: Ref<HTMLElement | undefined>, still: () => boolean) {
  const closer = ref(false);
  let zoom: PanzoomObject | undefined;

  function release() {
    picture.value?.removeEventListener('panzoomchange', changed);
    zoom?.destroy();
    zoom = undefined;
    closer.value = false;
  }
  function changed() {
    closer.value = (zoom?.getScale() ?? 1) > 1.01;
  }

  watch(
    picture,
    (element, _, onCleanup) => {
      if (!element) return;
      zoom = Panzoom(element, {
        minScale: 1,
        maxScale: CLOSEST,
        panOnlyWhenZoomed: true,
        cursor: 'default',
        animate: false,
        // The panel counts touches, too, to know that somebody is there.
        handleStartEvent: (event) => event.preventDefault(),
      });
      element.addEventListener('panzoomchange', changed);
      onCleanup(release);
    },
    { immediate: true, flush: 'post' },
  );
  watch(still, (now) => {
    if (now) whole();
    zoom?.setOptions({ disablePan: now, disableZoom: now });
  });
  onScopeDispose(release);

  /** All of it again. */
  function whole() {
    zoom?.reset({ animate: false, force: true });
    closer.value = false;
  }

  /** @param at where it is looked at; absent for its middle */
  function toggle(at?: { clientX: number; clientY: number }) {
    if (still()) return;
    if (closer.value) whole();
    else if (at) zoom?.zoomToPoint(CLOSER, at);
    else zoom?.zoom(CLOSER);
  }

  return { closer, whole, toggle };
}
