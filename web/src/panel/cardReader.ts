import { useEventListener } from '@vueuse/core';
import { isWriting } from './keyboard';

/** A reader types faster than any hand: the most between two of its signs, in milliseconds. */
const GAP = 60;
/** After such a pause something else begins. */
const PAUSE = 1000;
const SHORTEST = 5;
const LONGEST_PIN = 8;

/** Whether what was typed is a card's number: no PIN, or faster than a PIN is typed. @param slowest gap in milliseconds */
export const isCard = (typed: string, slowest: number) =>
  typed.length > LONGEST_PIN || /[^0-9]/.test(typed) || (typed.length >= SHORTEST && slowest < GAP);

/**
 * Listens for a card reader that is a keyboard: it types a number and ends it with Enter.
 *
 * @param read the number of a card that was held to it
 * @param began what was taken for a PIN before turns out to be a card
 */
export function useCardReader(wanted: () => boolean, read: (number: string) => void, began: () => void) {
  let typed = '';
  let slowest = 0;
  let last = 0;
  function forget() {
    typed = '';
    slowest = 0;
  }
  useEventListener(
    document,
    'keydown',
    (event) => {
      if (!wanted() || isWriting()) return;
      const gap = event.timeStamp - last;
      last = event.timeStamp;
      if (gap > PAUSE) forget();
      if (typed) slowest = Math.max(slowest, gap);
      if (event.key === 'Enter') {
        const whole = typed;
        const card = whole.length >= SHORTEST && isCard(whole, slowest);
        forget();
        if (!card) return;
        event.preventDefault();
        event.stopImmediatePropagation();
        began();
        read(whole);
      } else if (event.key.length === 1) typed += event.key;
      else if (event.key !== 'Shift') forget();
    },
    { capture: true },
  );
}
