/**
 * Buttons are disabled while what they began goes on, and the browser then takes the focus away from them. Whoever pressed one by the
 * keyboard finds it there again when it can be pressed again, unless they have gone elsewhere in the meantime.
 *
 * @returns ends it
 */
export function keepFocusOfBusyButtons(page: Document): () => void {
  let left: Element | undefined;
  const goneElsewhere = () => (left = undefined);
  const observer = new MutationObserver((changes) => {
    for (const { target } of changes) {
      if (!(target instanceof HTMLButtonElement)) continue;
      if (target.disabled) {
        if (target === page.activeElement || target === last) left = target;
      } else if (target === left) {
        left = undefined;
        if (page.activeElement === page.body) target.focus();
      }
    }
  });
  let last: EventTarget | null = null;
  const focused = (event: FocusEvent) => {
    last = event.target;
    if (event.target !== left) goneElsewhere();
  };
  /* Without the focus on anything else, it is gone by a click or because it was disabled: only the first is a choice. */
  const pressed = () => {
    last = null;
    goneElsewhere();
  };
  page.addEventListener('focusin', focused);
  page.addEventListener('pointerdown', pressed);
  observer.observe(page.body, { subtree: true, attributes: true, attributeFilter: ['disabled'] });
  return () => {
    observer.disconnect();
    page.removeEventListener('focusin', focused);
    page.removeEventListener('pointerdown', pressed);
  };
}
