import { api, ask, type Schemas } from '@/api/client';
import type { Machine } from '../machine';
import { answersTo } from '../questions';

/** What became of one of somebody's latest scans, and sending it once more. */
export function useOwnScan(machine: Machine) {
  const { device, attempt, touch } = machine;
  const pathOf = (delivery: string) => ({ path: { device, delivery } });
  const read = (delivery: string, byItself = false) =>
    ask(
      api.GET('/api/panel/{device}/mine/scans/{delivery}', {
        params: pathOf(delivery),
        headers: byItself ? { 'X-By-Itself': '1' } : {},
      }),
    );

  async function openOwnScan(delivery: string) {
    touch();
    const scan = await attempt(() => read(delivery));
    if (scan && machine.at('mine')) machine.go({ name: 'own-scan', scan, answers: {} });
  }

  async function refreshOwnScan() {
    const at = machine.at('own-scan');
    if (!at) return;
    await machine.quietly(async () => {
      const seen = await read(at.scan.scan.id, true);
      if (machine.isAt(at)) at.scan = seen;
    });
  }

  async function change(sending: (delivery: string) => Promise<Schemas['OwnScan']>) {
    const at = machine.at('own-scan');
    if (!at) return false;
    touch();
    const seen = await attempt(() => sending(at.scan.scan.id));
    if (!seen || !machine.isAt(at)) return false;
    at.scan = seen;
    at.answers = {};
    return true;
  }

  const sendAgain = () =>
    change((delivery) =>
      ask(api.POST('/api/panel/{device}/mine/scans/{delivery}/again', { params: pathOf(delivery) })),
    );

  /** To whoever was chosen meanwhile. */
  async function sendToOthers() {
    const at = machine.at('own-scan');
    const to = at?.scan.toOthers;
    if (!to) return;
    const recipients = answersTo(to.ask, at.answers).map(({ value }) => value);
    await change((delivery) =>
      ask(
        api.POST('/api/panel/{device}/mine/scans/{delivery}/to-others', {
          params: pathOf(delivery),
          body: { recipients },
        }),
      ),
    );
  }

  /** What would come out here. */
  async function previewPrint(body: Schemas['PrintForm']) {
    const at = machine.at('own-scan');
    if (!at) return undefined;
    return attempt(() =>
      ask(
        api.POST('/api/panel/{device}/mine/scans/{delivery}/print/preview', {
          params: pathOf(at.scan.scan.id),
          body,
        }),
      ),
    );
  }

  const printHere = (body: Schemas['PrintForm']) =>
    change((delivery) =>
      ask(api.POST('/api/panel/{device}/mine/scans/{delivery}/print', { params: pathOf(delivery), body })),
    );

  const ownScanGoes = () =>
    machine.at('own-scan')?.scan.ways.some(({ state }) => state === 'MOVING' || state === 'WAITING') ?? false;

  return {
    openOwnScan,
    refreshOwnScan,
    sendAgain,
    sendToOthers,
    previewPrint,
    printHere,
    ownScanGoes,
  };
}
