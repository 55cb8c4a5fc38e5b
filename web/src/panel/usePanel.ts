import { useIntervalFn } from '@vueuse/core';
import { computed, onScopeDispose, ref } from 'vue';
import { api, ask, Problem, type Schemas } from '@/api/client';
import { setZone } from '@/shared/format';
import { language, speak, type Language } from '@/shared/words';

export type Stage = 'door' | 'jobs' | 'consent' | 'mine' | 'scan' | 'sent';
type Label = Schemas['Label'];
type Ask = Schemas['Ask'];

/** What a person does at one device's panel, from the PIN to signing out. */
export function usePanel(device: string) {
  const path = { device };
  const front = ref<Schemas['Front']>();
  const labels = ref<Schemas['Label'][]>([]);
  const stacks = ref<Schemas['SampleStack'][]>([]);
  const loaded = ref<Schemas['SampleStack']>();
  const job = ref<Schemas['Label']>();
  const scan = ref<Schemas['ScanView']>();
  const progress = ref<Schemas['Progress']>();
  const problem = ref<Problem>();
  const busy = ref(false);
  const sendWhenDone = ref(false);
  const consent = ref<Schemas['ConsentRequest']>();
  const mine = ref<Schemas['Mine']>();
  const looking = ref(false);
  const recipients = ref<Record<string, string[]>>({});
  const folders = ref<Record<string, string>>({});
  const lastTouch = ref(Date.now());
  const now = ref(Date.now());
  let live: EventSource | undefined;
  /** For who stands here now, whatever their own language and the device's are. */
  let chosen: Language | undefined;
  /** How often somebody has come or gone. */
  let comings = 0;

  const stage = computed<Stage>(() => {
    if (!front.value?.person) return 'door';
    if (progress.value) return 'sent';
    if (consent.value) return 'consent';
    if (looking.value) return 'mine';
    return scan.value ? 'scan' : 'jobs';
  });
  const secondsLeft = computed(() =>
    Math.max(
      0,
      (front.value?.signOutSeconds ?? 60) - Math.max(0, Math.floor((now.value - lastTouch.value) / 1000)),
    ),
  );

  function touch() {
    lastTouch.value = Date.now();
  }

  /** Runs one thing at a time and shows what went wrong; a session that has ended leads back to the door. */
  async function attempt<T>(doing: () => Promise<T>): Promise<T | undefined> {
    if (busy.value) return undefined;
    busy.value = true;
    problem.value = undefined;
    try {
      return await doing();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      if (front.value?.person && (error.status === 401 || error.status === 403)) leave();
      else problem.value = error;
      return undefined;
    } finally {
      busy.value = false;
    }
  }

  async function refreshFront() {
    const before = comings;
    try {
      const seen = await ask(
        api.GET('/api/panel/{device}', { params: { path }, headers: { 'X-By-Itself': '1' } }),
      );
      // Who came or went meanwhile is not undone by an answer from before.
      if (before !== comings) return;
      setZone(seen.zone);
      const wasIn = front.value?.person;
      front.value = seen;
      await speakAsSeen();
      if (wasIn && !seen.person) leave();
      else if (!wasIn && seen.person) await enter();
    } catch (error) {
      if (error instanceof Problem) problem.value = error;
    }
  }

  /** What the server has said already is asked for again when the language is another. */
  async function speakAsSeen() {
    const before = language();
    const seen = front.value;
    await speak(chosen || seen?.person?.language || seen?.language || 'en');
    if (language() === before || !seen) return;
    problem.value = undefined;
    const again = await ask(
      api.GET('/api/panel/{device}', { params: { path }, headers: { 'X-By-Itself': '1' } }),
    );
    if (front.value) front.value = { ...front.value, conditionWords: again.conditionWords };
    if (!front.value?.person) return;
    await readLists();
    await Promise.all([refreshScan(), refreshProgress(), refreshConsent()]);
    job.value = labels.value.find((one) => one.jobId === job.value?.jobId) ?? job.value;
  }

  /** Beside what the person does meanwhile: a PIN that is entered while words come is not lost. */
  async function speakQuietly() {
    try {
      await speakAsSeen();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
    }
  }

  async function choose(one: Language) {
    touch();
    chosen = one;
    await speakQuietly();
  }

  async function readLists() {
    labels.value = await ask(api.GET('/api/panel/{device}/jobs', { params: { path } }));
    await refreshMine();
  }

  async function enter() {
    touch();
    await speakAsSeen();
    await readLists();
    stacks.value = front.value?.standIn
      ? await ask(api.GET('/api/panel/{device}/stacks', { params: { path } }))
      : [];
    live?.close();
    live = new EventSource(`/api/panel/${device}/live`);
    // Sent when the line stands, also again: what changed meanwhile was not told.
    live.addEventListener('ready', () => {
      if (scan.value) void refreshScan();
      if (progress.value) void refreshProgress();
    });
    live.addEventListener('changed', (event) => {
      const notice = JSON.parse((event as MessageEvent<string>).data) as { kind: string; id: string };
      if (notice.kind === 'scan' && notice.id === scan.value?.id) void refreshScan();
      if (notice.kind === 'delivery' && notice.id === progress.value?.deliveryId) void refreshProgress();
    });
  }

  async function signIn(pin: string) {
    const seen = await attempt(() =>
      ask(api.POST('/api/panel/{device}/session', { params: { path }, body: { pin } })),
    );
    if (!seen) return false;
    comings++;
    front.value = seen;
    await attempt(enter);
    return true;
  }

  function leave() {
    comings++;
    live?.close();
    scan.value = undefined;
    progress.value = undefined;
    job.value = undefined;
    loaded.value = undefined;
    sendWhenDone.value = false;
    problem.value = undefined;
    consent.value = undefined;
    mine.value = undefined;
    looking.value = false;
    labels.value = [];
    chosen = undefined;
    if (front.value) front.value = { ...front.value, person: undefined };
    void speakQuietly();
  }

  async function signOut() {
    const unsent = scan.value && !progress.value ? scan.value.id : undefined;
    if (unsent) await cancelScan();
    await ask(api.DELETE('/api/panel/{device}/session', { params: { path } })).catch(() => undefined);
    leave();
  }

  async function load(stack: Schemas['SampleStack']) {
    touch();
    const done = await attempt(async () => {
      await ask(
        api.POST('/api/panel/{device}/stacks/{name}', { params: { path: { device, name: stack.name } } }),
      );
      return true;
    });
    if (done) loaded.value = stack;
  }

  async function refreshMine() {
    mine.value = await ask(api.GET('/api/panel/{device}/mine', { params: { path } }));
  }

  /** A job that needs the person's consent asks for it first, unless they put it off. */
  async function begin(label: Label, askFirst = true) {
    touch();
    const needs = label.asks.find((one) => one.kind === 'CONSENT');
    if (needs && askFirst) {
      job.value = label;
      await askConsent(needs);
      return;
    }
    consent.value = undefined;
    recipients.value = {};
    folders.value = {};
    const begun = await attempt(() =>
      ask(api.POST('/api/panel/{device}/scans', { params: { path }, body: { jobId: label.jobId } })),
    );
    if (!begun) return;
    job.value = label;
    scan.value = begun;
    loaded.value = undefined;
    void refreshScan();
  }

  async function askConsent(needs: Ask) {
    const request = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/consents', {
          params: { path },
          body: { destinationId: needs.destinationId },
        }),
      ),
    );
    if (request) consent.value = request;
  }

  /** A new code after the old one was declined or has run out. */
  async function askAgain() {
    touch();
    const needs = job.value?.asks.find((one) => one.kind === 'CONSENT');
    if (needs) await askConsent(needs);
  }

  function leaveConsent() {
    touch();
    consent.value = undefined;
    job.value = undefined;
  }

  /** Whoever types a code on a telephone is still here, so this keeps them signed in. */
  async function refreshConsent() {
    const waiting = consent.value;
    if (waiting?.state !== 'WAITING') return;
    touch();
    try {
      const seen = await ask(
        api.GET('/api/panel/{device}/consents/{request}', {
          params: { path: { device, request: waiting.id } },
        }),
      );
      if (consent.value?.id !== waiting.id) return;
      consent.value = seen;
      if (seen.state !== 'GIVEN') return;
      labels.value = await ask(api.GET('/api/panel/{device}/jobs', { params: { path } }));
      const label = labels.value.find((one) => one.jobId === job.value?.jobId);
      if (label) await begin(label);
    } catch (error) {
      if (error instanceof Problem && error.status === 401) leave();
    }
  }

  async function look() {
    touch();
    await attempt(refreshMine);
    looking.value = true;
  }

  async function leaveMine() {
    touch();
    looking.value = false;
    await attempt(enter);
  }

  async function newsSeen() {
    touch();
    await attempt(async () => {
      await ask(api.POST('/api/panel/{device}/mine/seen', { params: { path } }));
    });
    if (mine.value) mine.value = { ...mine.value, news: [] };
  }

  /** What became of it, in words; nothing when it failed. */
  async function withdraw(destination: string) {
    touch();
    return attempt(async () => {
      const done = await ask(
        api.DELETE('/api/panel/{device}/mine/consents/{destination}', {
          params: { path: { device, destination } },
        }),
      );
      await refreshMine();
      return done.sentence;
    });
  }

  /** More paper, or a page once more. */
  async function addLoad(instead?: string) {
    touch();
    const id = scan.value?.id;
    if (!id) return;
    const begun = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/scans/{scan}/loads', {
          params: { path: { device, scan: id } },
          body: { instead },
        }),
      ),
    );
    if (begun) scan.value = begun;
    loaded.value = undefined;
  }

  async function refreshScan() {
    const id = scan.value?.id;
    if (!id) return;
    try {
      const seen = await ask(
        api.GET('/api/panel/{device}/scans/{scan}', { params: { path: { device, scan: id } } }),
      );
      if (scan.value?.id !== id) return;
      scan.value = seen;
      if (seen.state === 'SCANNING') touch();
      if (seen.state === 'COMPLETE' && sendWhenDone.value) await send();
      if (seen.state === 'TROUBLE') sendWhenDone.value = false;
    } catch (error) {
      if (error instanceof Problem && error.status === 401) leave();
    }
  }

  /** What the person does to a page: turned, cropped, left out, moved, where a file begins. */
  async function edit(body: Schemas['PageEditForm']) {
    const id = scan.value?.id;
    if (!id) return;
    touch();
    const edited = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/scans/{scan}/edits', {
          params: { path: { device, scan: id } },
          body,
        }),
      ),
    );
    if (edited) scan.value = edited;
  }

  async function undoEdit() {
    const id = scan.value?.id;
    if (!id) return;
    touch();
    const undone = await attempt(() =>
      ask(
        api.DELETE('/api/panel/{device}/scans/{scan}/edits/last', {
          params: { path: { device, scan: id } },
        }),
      ),
    );
    if (undone) scan.value = undone;
  }

  async function cancelScan() {
    const id = scan.value?.id;
    if (!id) return;
    touch();
    await attempt(async () => {
      await ask(api.DELETE('/api/panel/{device}/scans/{scan}', { params: { path: { device, scan: id } } }));
    });
    scan.value = undefined;
    job.value = undefined;
    sendWhenDone.value = false;
  }

  async function send() {
    const seen = scan.value;
    if (!seen) return;
    touch();
    if (seen.state === 'SCANNING') {
      sendWhenDone.value = true;
      return;
    }
    const receipt = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/scans/{scan}/send', {
          params: { path: { device, scan: seen.id } },
          body: { recipients: recipients.value, folders: folders.value },
        }),
      ),
    );
    if (!receipt) return;
    progress.value = {
      deliveryId: receipt.deliveryId,
      number: receipt.number,
      madeReady: false,
      fileName: '',
      legs: [],
    };
    await refreshProgress();
  }

  async function refreshProgress() {
    const id = progress.value?.deliveryId;
    if (!id) return;
    try {
      const seen = await ask(
        api.GET('/api/panel/{device}/deliveries/{delivery}', {
          params: { path: { device, delivery: id } },
          headers: { 'X-By-Itself': '1' },
        }),
      );
      if (progress.value?.deliveryId === id) progress.value = seen;
    } catch (error) {
      if (error instanceof Problem && error.status === 401) leave();
    }
  }

  function next() {
    touch();
    scan.value = undefined;
    progress.value = undefined;
    job.value = undefined;
    sendWhenDone.value = false;
    void attempt(enter);
  }

  /* What is under way is also asked for, so that a lost event stops nothing. */
  useIntervalFn(() => {
    now.value = Date.now();
    if (front.value?.person && secondsLeft.value === 0) void signOut();
  }, 1000);
  useIntervalFn(() => {
    if (scan.value?.state === 'SCANNING' && !progress.value) void refreshScan();
    if (
      progress.value &&
      progress.value.legs.some((leg) => leg.state === 'MOVING' || leg.state === 'WAITING')
    )
      void refreshProgress();
  }, 2000);
  useIntervalFn(() => void refreshConsent(), 1500);
  useIntervalFn(() => void refreshFront(), 15_000);
  void refreshFront();
  onScopeDispose(() => live?.close());

  return {
    front,
    labels,
    stacks,
    loaded,
    job,
    scan,
    progress,
    problem,
    busy,
    stage,
    secondsLeft,
    sendWhenDone,
    consent,
    mine,
    recipients,
    folders,
    askAgain,
    leaveConsent,
    look,
    leaveMine,
    newsSeen,
    withdraw,
    attempt,
    signIn,
    choose,
    signOut,
    load,
    begin,
    addLoad,
    cancelScan,
    edit,
    undoEdit,
    send,
    next,
    touch,
    device,
  };
}

export type PanelState = ReturnType<typeof usePanel>;
