import { watchDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { bodyOf } from './questions';
import type { At } from './machine';
import type { PanelState } from './usePanel';

/** What would be made of a scan, asked anew whenever its pages or answers change. */
export function usePlan(panel: PanelState, at: () => At<'scan'>) {
  const plan = ref<Schemas['PlannedScan']>();
  const body = computed(() => ({
    ...bodyOf(at().job.asks, at().answers),
    whenTooLarge: at().whenTooLarge,
  }));
  const asked = computed(() =>
    JSON.stringify([
      at().scan.state,
      at().scan.pages.map(({ id, presence, splitBefore }) => [id, presence, splitBefore]),
      body.value,
    ]),
  );

  async function read() {
    const { scan } = at();
    if (scan.state === 'SCANNING' || !scan.pages.length) {
      plan.value = undefined;
      return;
    }
    const mine = asked.value;
    await panel.quietly(async () => {
      const seen = await ask(
        api.POST('/api/panel/{device}/scans/{scan}/plan', {
          params: { path: { device: panel.device, scan: scan.id } },
          // Nobody has touched anything.
          headers: { 'X-By-Itself': '1' },
          body: body.value,
        }),
      );
      if (mine === asked.value) plan.value = seen;
    });
  }
  watchDebounced(asked, read, { debounce: 250, immediate: true });
  return plan;
}
