import { api, ask, type Schemas } from '@/api/client';
import type { Answers, Label, Machine } from '../machine';

/** What was sent is on its way. */
export function useSent(machine: Machine) {
  const { device } = machine;

  async function showSent({ deliveryId, number }: Schemas['Receipt'], job: Label, answers: Answers) {
    machine.go({
      name: 'sent',
      job,
      answers,
      progress: { deliveryId, number, madeReady: false, fileName: '', legs: [] },
    });
    await refreshProgress();
  }

  async function refreshProgress() {
    const at = machine.at('sent');
    if (!at) return;
    await machine.quietly(async () => {
      const seen = await ask(
        api.GET('/api/panel/{device}/deliveries/{delivery}', {
          params: { path: { device, delivery: at.progress.deliveryId } },
          headers: { 'X-By-Itself': '1' },
        }),
      );
      if (machine.isAt(at)) at.progress = seen;
    });
  }

  function isOnItsWay() {
    return (
      machine.at('sent')?.progress.legs.some((leg) => leg.state === 'MOVING' || leg.state === 'WAITING') ??
      false
    );
  }

  return { showSent, refreshProgress, isOnItsWay };
}
