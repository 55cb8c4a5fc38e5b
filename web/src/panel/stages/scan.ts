import { api, ask, type Schemas } from '@/api/client';
import type { Answers, Ask, At, Label, Machine, PaperSource, Chosen } from '../machine';
import { asksNow, bodyOf, isMissing, keyOf, settingsOf } from '../questions';

/** Pages come in, are looked at and sent. @param paperTaken what lay in the device has gone through */
export function useScan(
  machine: Machine,
  paperTaken: () => void,
  sent: (receipt: Schemas['Receipt'], job: Label, answers: Answers) => Promise<void>,
) {
  const { device, attempt, touch } = machine;
  const pathOf = (scan: string) => ({ path: { device, scan } });

  /** @param answers given before */
  async function beginScan(job: Label, answers: Answers = {}, source?: PaperSource) {
    const scan = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/scans', {
          params: { path: { device } },
          body: { jobId: job.jobId, source, settings: settingsOf(job.asks, answers) },
        }),
      ),
    );
    if (!scan) return;
    // From the glass more pages may follow one by one; what must be answered is waited for.
    const sendWhenDone =
      job.sendAtOnce &&
      source !== 'GLASS' &&
      !asksNow(job.asks, answers).some((asked) => isMissing(asked, answers));
    machine.go({ name: 'scan', job, scan, answers, sendWhenDone });
    paperTaken();
    void refreshScan();
  }

  /** A file of the stick instead of paper. */
  async function openFromStick(job: Label, path: string, answers: Answers) {
    touch();
    const scan = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/stick/scans', {
          params: { path: { device } },
          body: { jobId: job.jobId, path, settings: settingsOf(job.asks, answers) },
        }),
      ),
    );
    if (!scan) return;
    machine.go({ name: 'scan', job, scan, answers, sendWhenDone: false });
    void refreshScan();
  }

  /** A document of the shelf instead of paper. */
  async function openFromShelf(job: Label, documentId: string, answers: Answers) {
    touch();
    const scan = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/shelf/scans', {
          params: { path: { device } },
          body: { jobId: job.jobId, documentId, settings: settingsOf(job.asks, answers) },
        }),
      ),
    );
    if (!scan) return;
    machine.go({ name: 'scan', job, scan, answers, sendWhenDone: false });
    void refreshScan();
  }

  let last: Promise<unknown> = Promise.resolve();

  /** What the server answers to a change of the scan; what is pressed while another is under way comes after it. */
  function change(changing: (scan: string) => Promise<Schemas['ScanView']>) {
    const at = machine.at('scan');
    if (!at) return Promise.resolve();
    touch();
    const mine = last.then(async () => {
      if (!machine.isAt(at)) return;
      const changed = await attempt(() => changing(at.scan.id));
      if (changed && machine.isAt(at)) at.scan = changed;
    });
    last = mine.catch(() => undefined);
    return mine;
  }

  /** More paper, or a page once more; from where the job's profile says, or from elsewhere. */
  async function addLoad(instead?: string, source?: PaperSource) {
    const at = machine.at('scan');
    if (!at) return;
    const settings = settingsOf(at.job.asks, at.answers);
    await change((scan) =>
      ask(
        api.POST('/api/panel/{device}/scans/{scan}/loads', {
          params: pathOf(scan),
          body: { instead, source, settings },
        }),
      ),
    );
    paperTaken();
  }

  async function refreshScan() {
    const at = machine.at('scan');
    if (!at) return;
    await machine.quietly(async () => {
      const seen = await ask(api.GET('/api/panel/{device}/scans/{scan}', { params: pathOf(at.scan.id) }));
      if (!machine.isAt(at)) return;
      at.scan = seen;
      if (seen.state === 'SCANNING') touch();
      if (seen.state === 'COMPLETE' && at.sendWhenDone) await sendUnlessRefused(at);
      if (seen.state === 'TROUBLE') at.sendWhenDone = false;
    });
  }

  const bodyOfScan = (at: At<'scan'>) => ({
    ...bodyOf(at.job.asks, at.answers),
    whenTooLarge: at.whenTooLarge,
  });

  /** What would be made of it as it stands. Nobody has touched anything. */
  const planOf = (at: At<'scan'>) =>
    ask(
      api.POST('/api/panel/{device}/scans/{scan}/plan', {
        params: pathOf(at.scan.id),
        headers: { 'X-By-Itself': '1' },
        body: bodyOfScan(at),
      }),
    );

  /** What a mail server would surely not take is not sent by itself: whoever scans chooses what to do. */
  async function sendUnlessRefused(at: At<'scan'>) {
    const { tooLarge } = await planOf(at);
    if (!machine.isAt(at) || !at.sendWhenDone) return;
    if (tooLarge?.surely && tooLarge.now === 'REFUSE') at.sendWhenDone = false;
    else await send();
  }

  /** What the person does to a page: turned, cropped, left out, moved, where a file begins. */
  const edit = (body: Schemas['PageEditForm']) =>
    change((scan) => ask(api.POST('/api/panel/{device}/scans/{scan}/edits', { params: pathOf(scan), body })));

  const undoEdit = () =>
    change((scan) =>
      ask(api.DELETE('/api/panel/{device}/scans/{scan}/edits/last', { params: pathOf(scan) })),
    );

  /** Where something is asked. */
  const asking = () => machine.at('scan') ?? machine.at('ready') ?? machine.at('own-scan');

  function answer(asked: Ask, value: string | Chosen[]) {
    touch();
    const at = asking();
    if (at) at.answers = { ...at.answers, [keyOf(asked)]: value };
  }

  function answerAll(answers: Answers) {
    touch();
    const at = asking();
    if (at) at.answers = { ...at.answers, ...answers };
  }

  /** @param way for what is too large for a mail; nothing for what the job does */
  function fit(way: At<'scan'>['whenTooLarge']) {
    touch();
    const at = machine.at('scan');
    if (at) at.whenTooLarge = way;
  }

  async function cancelScan() {
    const at = machine.at('scan');
    if (!at) return;
    touch();
    await attempt(async () => {
      await ask(api.DELETE('/api/panel/{device}/scans/{scan}', { params: pathOf(at.scan.id) }));
    });
    if (machine.isAt(at)) machine.go({ name: 'jobs' });
  }

  async function send() {
    const at = machine.at('scan');
    if (!at) return;
    touch();
    if (at.scan.state === 'SCANNING') {
      at.sendWhenDone = true;
      return;
    }
    const receipt = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/scans/{scan}/send', {
          params: pathOf(at.scan.id),
          body: bodyOfScan(at),
        }),
      ),
    );
    if (receipt) await sent(receipt, at.job, at.answers);
  }

  return {
    beginScan,
    openFromStick,
    openFromShelf,
    addLoad,
    refreshScan,
    edit,
    undoEdit,
    answer,
    answerAll,
    planOf,
    fit,
    cancelScan,
    send,
  };
}
