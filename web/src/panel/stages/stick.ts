import { ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import type { Answers, Label, Machine } from '../machine';
import { keyOf } from '../questions';

/** The stick that somebody has put into the device. */
export function useStick(machine: Machine) {
  const { device } = machine;
  const stick = ref<Schemas['StickView']>();

  /** How often somebody has left: what comes late is nothing to whoever comes next. */
  let left = 0;

  /** A device that does not answer is asked once at a time. */
  let reading = false;

  /** @param hasPort whether one can be put in */
  async function readStick(hasPort: boolean) {
    if (!hasPort || reading) return;
    const before = left;
    reading = true;
    await machine.quietly(async () => {
      const seen = await ask(
        api.GET('/api/panel/{device}/stick', {
          params: { path: { device } },
          headers: { 'X-By-Itself': '1' },
        }),
      );
      if (before === left) stick.value = seen;
    });
    reading = false;
  }

  function forgetStick() {
    left++;
    stick.value = undefined;
  }

  /** What is answered already where a job shall go onto the stick. */
  function answersOnto(job: Label, onto: Schemas['OntoStick']): Answers {
    const where = job.asks.find(({ kind }) => kind === 'DESTINATIONS');
    const name = where?.options.options.find(({ value }) => value === onto.destinationId)?.words ?? '';
    return onto.chosen && where ? { [keyOf(where)]: [{ value: onto.destinationId, name }] } : {};
  }

  return { stick, readStick, forgetStick, answersOnto };
}
