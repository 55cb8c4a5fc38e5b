import type { Schemas } from '@/api/client';

type Part = Schemas['ScreenPart'];

const MOST = 400;
const LONGEST = 300;
const PAGE = /\/scans\/([0-9a-f-]{36})\/pages\/([0-9a-f-]{36})\//;
const KEYS =
  'button, a[href], [role="radio"], [role="checkbox"], [role="option"], label:has(input[type="checkbox"])';

/** By which the help desk points at something, as long as it is there. */
const keys = new WeakMap<Element, number>();
const known = new Map<number, WeakRef<Element>>();
let last = 0;

function keyOf(element: Element): number {
  let key = keys.get(element);
  if (!key) {
    key = ++last;
    keys.set(element, key);
    known.set(key, new WeakRef(element));
  }
  return key;
}

/** What the help desk points at; nothing when it is gone. */
export function partOf(key: number): Element | undefined {
  const element = known.get(key)?.deref();
  return element?.isConnected ? element : undefined;
}

const line = (text: string) => text.replace(/\s+/g, ' ').trim().slice(0, LONGEST);

/** Whether somebody in front of the panel sees it: something else may lie over it, or it is scrolled away. */
function isSeen(element: Element, box: DOMRect): boolean {
  const left = Math.max(box.left, 0);
  const right = Math.min(box.right, innerWidth);
  const top = Math.max(box.top, 0);
  const bottom = Math.min(box.bottom, innerHeight);
  if (right - left < 2 || bottom - top < 2) return false;
  const there = document.elementFromPoint((left + right) / 2, (top + bottom) / 2);
  return Boolean(there && (element.contains(there) || there.contains(element)));
}

/** What the panel shows, as boxes with their words. What is marked as private, and what is typed unseen, is not in it. */
export function sharedScreen(root: Element, pages: boolean): Schemas['SharedScreen'] {
  const parts: Part[] = [];
  let scanId: string | undefined;

  function add(element: Element, kind: Part['kind'], text: string, chosen = false, page?: string) {
    const box = element.getBoundingClientRect();
    if (parts.length >= MOST || !isSeen(element, box)) return;
    const [x, y, width, height] = [box.left, box.top, box.width, box.height].map(Math.round) as [
      number,
      number,
      number,
      number,
    ];
    parts.push({ key: keyOf(element), kind, x, y, width, height, text: line(text), chosen, page });
  }

  function addPicture(picture: Element) {
    const page = PAGE.exec(picture.getAttribute('src') ?? '');
    if (page) scanId = page[1];
    add(picture, 'PICTURE', picture.getAttribute('alt') ?? '', false, page?.[2]);
  }

  function words(element: Element): string {
    return element.getAttribute('aria-label') ?? (element as HTMLElement).innerText ?? '';
  }

  function look(element: Element) {
    if (element.matches('[data-private], [aria-hidden="true"], svg, script')) return;
    if (element instanceof HTMLInputElement || element instanceof HTMLTextAreaElement) {
      const seen = element.type === 'password' ? '' : element.value;
      add(element, 'FIELD', `${element.getAttribute('aria-label') ?? ''}: ${seen}`);
    } else if (element.matches(KEYS)) {
      const ticked = element.querySelector<HTMLInputElement>('input')?.checked;
      const chosen = ['aria-pressed', 'aria-checked', 'aria-selected'].some(
        (name) => element.getAttribute(name) === 'true',
      );
      const seen = (element as HTMLElement).innerText?.trim();
      add(element, 'KEY', seen || words(element), Boolean(ticked) || chosen);
      element.querySelectorAll('img').forEach(addPicture);
    } else if (element.matches('img, canvas')) {
      addPicture(element);
    } else if (element.matches('h1, h2, h3') && !element.querySelector('button, img')) {
      add(element, 'HEADING', words(element));
    } else {
      lookInto(element);
    }
  }

  /** Words that stand in it directly, or all of its parts. */
  function lookInto(element: Element) {
    const own = [...element.childNodes].some(
      (node) => node.nodeType === Node.TEXT_NODE && node.nodeValue?.trim(),
    );
    const more = element.querySelector('button, input, textarea, img, canvas, h1, h2, h3, [data-private]');
    if (own && !more) add(element, 'TEXT', words(element));
    else for (const child of element.children) look(child);
  }

  look(root);
  return {
    width: innerWidth,
    height: innerHeight,
    pages: pages && Boolean(scanId),
    scanId: pages ? scanId : undefined,
    parts: pages ? parts : parts.map((part) => ({ ...part, page: undefined })),
  };
}
