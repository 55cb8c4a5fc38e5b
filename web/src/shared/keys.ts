import { onScopeDispose } from 'vue';

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
      target.getAttribute('role') === 'combobox')
  );
}

/** Sheets stay in the page when they are closed, only hidden. */
function dialogOpen(): boolean {
  return [...document.querySelectorAll('[role="dialog"]')].some((dialog) => dialog.checkVisibility());
}

/** Single-key shortcuts while a view is open; never while somebody types. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>) {
  function pressed(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target) || event.defaultPrevented)
      return;
    if (dialogOpen()) return;
    const doing = keys[event.key];
    if (doing) {
      event.preventDefault();
      doing(event);
    }
  }
  window.addEventListener('keydown', pressed);
  onScopeDispose(() => window.removeEventListener('keydown', pressed));
}

/** Moves through a list of routes with j and k, opening each. */
export function nextOf<T>(list: T[], current: number, step: number): T | undefined {
  if (list.length === 0) return undefined;
  const next =
    current < 0 ? (step > 0 ? 0 : list.length - 1) : Math.min(list.length - 1, Math.max(0, current + step));
  return list[next];
}
