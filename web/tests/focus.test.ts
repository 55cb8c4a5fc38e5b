import { afterEach, beforeEach, expect, test } from 'vitest';
import { keepFocusOfBusyButtons } from '@/shared/focus';

let end: () => void;
let button: HTMLButtonElement;
let other: HTMLButtonElement;
const settled = () => new Promise((done) => setTimeout(done));
/* The page of these tests leaves the focus on what is disabled; browsers do not. */
async function disable() {
  button.blur();
  button.disabled = true;
  await settled();
}

beforeEach(() => {
  document.body.innerHTML = '<button id="one">Test</button><button id="two">Other</button>';
  [button, other] = [...document.querySelectorAll('button')] as [HTMLButtonElement, HTMLButtonElement];
  end = keepFocusOfBusyButtons(document);
});
afterEach(() => end());

test('a button that was pressed has the focus again when it can be pressed again', async () => {
  button.focus();
  await disable();
  expect(document.activeElement).toBe(document.body);
  button.disabled = false;
  await settled();
  expect(document.activeElement).toBe(button);
});

test('whoever has gone elsewhere stays there', async () => {
  button.focus();
  await disable();
  other.focus();
  button.disabled = false;
  await settled();
  expect(document.activeElement).toBe(other);
});

test('a press elsewhere is a choice too', async () => {
  button.focus();
  await disable();
  document.body.dispatchEvent(new Event('pointerdown', { bubbles: true }));
  button.disabled = false;
  await settled();
  expect(document.activeElement).toBe(document.body);
});

test('a button that never had the focus does not take it', async () => {
  other.disabled = true;
  await settled();
  other.disabled = false;
  await settled();
  expect(document.activeElement).toBe(document.body);
});
