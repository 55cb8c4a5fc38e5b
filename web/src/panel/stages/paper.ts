import { ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import type { Machine } from '../machine';

/** Sample paper, for stand-in devices. */
export function usePaper(machine: Machine) {
  const { device, attempt, touch } = machine;
  const stacks = ref<Schemas['SampleStack'][]>([]);
  /** What was put in last, as long as it lies there. */
  const loaded = ref<Schemas['SampleStack'] & { onGlass: boolean }>();

  async function readStacks(standIn: boolean) {
    stacks.value = standIn
      ? await ask(api.GET('/api/panel/{device}/stacks', { params: { path: { device } } }))
      : [];
  }

  async function load(stack: Schemas['SampleStack'], onGlass: boolean) {
    touch();
    const done = await attempt(async () => {
      await ask(
        api.POST('/api/panel/{device}/stacks/{name}', {
          params: { path: { device, name: stack.name }, query: { to: onGlass ? 'GLASS' : 'FEEDER' } },
        }),
      );
      return true;
    });
    if (done) loaded.value = { ...stack, onGlass };
  }

  function paperTaken() {
    loaded.value = undefined;
  }

  return { stacks, loaded, readStacks, load, paperTaken };
}
