import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { partOf, sharedScreen } from '@/panel/sharing';

const SCAN = '11111111-2222-4333-8444-555555555555';
const PAGE = '99999999-8888-4777-8666-555555555555';

/** There is no layout here: everything has room, one below the other, and what has the class `under` lies under something. */
beforeEach(() => {
  const seen = new Map<number, Element>();
  let next = 0;
  const places = new WeakMap<Element, number>();
  vi.spyOn(Element.prototype, 'getBoundingClientRect').mockImplementation(function (this: Element) {
    const at = places.get(this) ?? next++;
    places.set(this, at);
    if (!this.closest('.under')) seen.set(at * 10 + 5, this);
    return { left: 0, top: at * 10, right: 100, bottom: at * 10 + 10, width: 100, height: 10 } as DOMRect;
  });
  document.elementFromPoint = (_, y) => seen.get(y) ?? null;
  Object.defineProperty(HTMLElement.prototype, 'innerText', {
    configurable: true,
    get(this: HTMLElement) {
      return this.textContent;
    },
  });
});
afterEach(() => vi.restoreAllMocks());

function screen(pages = false) {
  document.body.innerHTML = `
    <main>
      <h1>Berth   permit</h1>
      <button aria-pressed="true">To  <b>Ása</b></button>
      <p>Seven pages</p>
      <p class="under">Lies under a drawer</p>
      <p data-private>PIN 274193</p>
      <label>Passcode <input type="password" aria-label="Passcode" value="sesame"></label>
      <input aria-label="File name" value="permit 7">
      <input data-private aria-label="Passcode" value="sesame">
      <div aria-hidden="true">not read out</div>
      <button><img alt="Page 1" src="/api/panel/x/scans/${SCAN}/pages/${PAGE}/thumbnail"></button>
    </main>`;
  return sharedScreen(document.body.firstElementChild!, pages);
}
const texts = (shared: ReturnType<typeof screen>) => shared.parts.map((part) => `${part.kind} ${part.text}`);

test('words, keys and fields are told as they are seen', () => {
  const shared = screen();
  expect(texts(shared)).toEqual(
    [
      'HEADING Berth permit',
      'KEY To Ása',
      'TEXT Seven pages',
      'FIELD Passcode:',
      'FIELD File name: permit 7',
      'KEY',
      'PICTURE Page 1',
    ].map((text) => (text === 'KEY' ? 'KEY ' : text)),
  );
  expect(shared.parts[1]?.chosen).toBe(true);
  expect(partOf(shared.parts[1]!.key)?.textContent).toContain('Ása');
});

test('nothing secret is told, and nothing that lies under something else', () => {
  expect(JSON.stringify(screen(true))).not.toMatch(/274193|sesame|not read out|Lies under/);
});

test('pages are told only where they may be seen', () => {
  const words = screen();
  expect(words.scanId).toBeUndefined();
  expect(JSON.stringify(words)).not.toContain(PAGE);
  const all = screen(true);
  expect(all.pages).toBe(true);
  expect(all.scanId).toBe(SCAN);
  expect(all.parts.at(-1)?.page).toBe(PAGE);
});

test('what is gone is not pointed at', () => {
  const key = screen().parts[1]!.key;
  document.body.innerHTML = '';
  expect(partOf(key)).toBeUndefined();
});
