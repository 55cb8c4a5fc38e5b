import { watchDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { Schemas } from '@/api/client';
import type { At } from './machine';
import type { PanelState } from './usePanel';

/** What would be made of a scan, asked anew whenever its pages or answers change. */
export function usePlan(panel: PanelState, at: () => At<'scan'>) {
  const plan = ref<Schemas['PlannedScan']>();
  const asked = computed(() => {
    const { scan, answers, whenTooLarge } = at();
    const pages = scan.pages.map(({ id, presence, splitBefore }) => [id, presence, splitBefore]);
    return JSON.stringify([scan.state, pages, answers, whenTooLarge]);
  });

  async function read() {
    const here = at();
    if (here.scan.state === 'SCANNING' || !here.scan.pages.length) {
      plan.value = undefined;
      return;
    }
    const mine = asked.value;
    await panel.quietly(async () => {
      const seen = await panel.planOf(here);
      if (mine === asked.value) plan.value = seen;
    });
  }
  watchDebounced(asked, read, { debounce: 250, immediate: true });
  return plan;
}
