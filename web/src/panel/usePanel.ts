import { useIntervalFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api, ask, Problem, type Schemas } from '@/api/client';
import { setZone } from '@/shared/format';
import { useNotices } from '@/shared/notices';
import { language, speak, type Language } from '@/shared/words';
import { useAids } from './aids';
import { useMachine, type Answers, type Label } from './machine';
import { asksNow, isMissing } from './questions';
import { useConsent } from './stages/consent';
import { useHelp } from './stages/help';
import { useJobs } from './stages/jobs';
import { useOwnScan } from './stages/ownScan';
import { usePaper } from './stages/paper';
import { useScan } from './stages/scan';
import { useSent } from './stages/sent';
import { useStick } from './stages/stick';

/** What a person does at one device's panel, from the PIN to signing out. @param screen what is shown of it to who helps */
export function usePanel(device: string, screen: () => Element | undefined = () => undefined) {
  const path = { device };
  const front = ref<Schemas['Front']>();
  const now = ref(Date.now());
  /** For who stands here now, whatever their own language and the device's are. */
  let chosen: Language | undefined;
  /** How often somebody has come or gone. */
  let comings = 0;

  const aids = useAids();
  const machine = useMachine(device, leave);
  const { stage, problem, lastTouch, touch, attempt } = machine;
  const paper = usePaper(machine);
  const jobs = useJobs(machine);
  const sent = useSent(machine);
  const ownScan = useOwnScan(machine);
  const stick = useStick(machine);
  const scan = useScan(machine, paper.paperTaken, sent.showSent);
  const consent = useConsent(machine, async (job) => {
    await jobs.readLabels();
    const label = jobs.nowOf(job);
    if (label) await begin(label);
  });

  const help = useHelp(machine, screen, () => front.value?.person?.guest ?? false);

  const secondsLeft = computed(() =>
    Math.max(
      0,
      (front.value?.signOutSeconds ?? 60) - Math.max(0, Math.floor((now.value - lastTouch.value) / 1000)),
    ),
  );

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
    if (!front.value?.person || front.value.person.replacePin) return;
    await (front.value.person.guest ? jobs.readLabels() : jobs.readLists());
    await Promise.all([
      scan.refreshScan(),
      sent.refreshProgress(),
      ownScan.refreshOwnScan(),
      consent.refreshConsent(),
    ]);
    const here = machine.at('scan') ?? machine.at('ready') ?? machine.at('consent');
    if (here) here.job = jobs.nowOf(here.job) ?? here.job;
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

  /** Somebody has come in, or begins anew. */
  async function enter() {
    touch();
    if (front.value?.person?.replacePin) {
      machine.go({ name: 'new-pin' });
      await speakAsSeen();
      return;
    }
    machine.go({ name: 'jobs' });
    await speakAsSeen();
    await jobs.readLabels();
    // A job can be pressed from here on; the rest comes beside it.
    void machine.quietly(async () => {
      if (!front.value?.person?.guest) await jobs.readMine();
      await help.resumeHelp();
      await paper.readStacks(front.value?.standIn ?? false);
      if (machine.at('jobs')) await readStick();
    });
  }

  const readStick = () => stick.readStick(front.value?.stick ?? false);

  useNotices(
    () =>
      stage.value.name === 'door' || stage.value.name === 'new-pin' ? undefined : `/api/panel/${device}/live`,
    {
      ready() {
        void scan.refreshScan();
        void sent.refreshProgress();
        void ownScan.refreshOwnScan();
      },
      changed({ kind, id }) {
        if (kind === 'panel') void jobs.readAgain();
        if (kind === 'help' && id === help.helpCall.value?.id) void help.refreshHelp();
        if (kind === 'scan' && id === machine.at('scan')?.scan.id) void scan.refreshScan();
        if (kind === 'delivery' && id === machine.at('sent')?.progress.deliveryId)
          void sent.refreshProgress();
        if (kind === 'delivery' && id === machine.at('own-scan')?.scan.scan.id) void ownScan.refreshOwnScan();
      },
    },
  );

  /** @param shown a PIN, or a card, or both */
  const signIn = (shown: Schemas['SignInEntry']) =>
    comeIn(() => ask(api.POST('/api/panel/{device}/session', { params: { path }, body: shown })));

  async function comeIn(opening: () => Promise<Schemas['Front']>) {
    const seen = await attempt(opening);
    if (!seen) return false;
    comings++;
    if (help.helpCall.value) help.forgetHelp();
    front.value = seen;
    await attempt(enter);
    return true;
  }

  /** Somebody scans without signing in. */
  async function signInAsGuest() {
    touch();
    await comeIn(() => ask(api.POST('/api/panel/{device}/session/guest', { params: { path } })));
  }

  function setReplacePin(why?: Schemas['PanelPerson']['replacePin']) {
    if (front.value?.person)
      front.value = { ...front.value, person: { ...front.value.person, replacePin: why } };
  }

  /** Another PIN, chosen or by chance. @returns the one by chance; empty for a chosen one; nothing when it cannot be */
  async function replacePin(pin?: string) {
    touch();
    const made = await attempt(() =>
      ask(api.POST('/api/panel/{device}/pin', { params: { path }, body: { pin } })),
    );
    if (made) setReplacePin();
    return made?.pin;
  }

  /** Before somebody gets another PIN that nothing asks for, they show the one that they have. */
  async function provePin(pin: string) {
    touch();
    await attempt(async () => {
      await ask(api.POST('/api/panel/{device}/pin/current', { params: { path }, body: { pin } }));
      setReplacePin('WANTED');
    });
  }

  /** They keep it after all. */
  async function keepPin() {
    touch();
    await attempt(async () => {
      await ask(api.DELETE('/api/panel/{device}/pin/current', { params: { path } }));
      setReplacePin();
      await enter();
    });
  }

  /** Somebody wants another PIN, though nothing asks for it. */
  function changePin() {
    touch();
    problem.value = undefined;
    machine.go({ name: 'new-pin' });
  }

  function leave() {
    comings++;
    machine.dropUnderWay();
    machine.go({ name: 'door' });
    paper.paperTaken();
    jobs.forgetLists();
    stick.forgetStick();
    problem.value = undefined;
    chosen = undefined;
    aids.forget();
    help.forgetHelp();
    if (front.value) front.value = { ...front.value, person: undefined };
    void speakQuietly();
  }

  async function signOut() {
    await scan.cancelScan();
    await ask(api.DELETE('/api/panel/{device}/session', { params: { path } })).catch(() => undefined);
    leave();
  }

  /** A job that needs the person's consent asks for it first, unless they put it off. @param given what is answered already */
  async function begin(job: Label, askFirst = true, given: Answers = {}) {
    touch();
    if (askFirst && consent.consentOf(job)) {
      await consent.askConsent(job);
      return;
    }
    const own = await jobs.ownAnswers(job);
    if (!own) return;
    const answers = { ...own, ...given };
    // One's own is answered already, unless something is asked by now that was not.
    const open = job.own
      ? asksNow(job.asks, answers).some((asked) => isMissing(asked, answers))
      : job.asks.some((asked) => asked.kind === 'SETTING');
    if (open) {
      machine.go({ name: 'ready', job, answers });
      return;
    }
    machine.go({ name: 'jobs' });
    await scan.beginScan(job, answers);
  }

  /** Scans onto the stick by a job that goes there. */
  const beginOntoStick = (job: Label, onto: Schemas['OntoStick']) =>
    begin(job, true, stick.answersOnto(job, onto));

  /** A file of the stick goes by a job. */
  async function openFromStick(job: Label, path: string) {
    const answers = await jobs.ownAnswers(job);
    if (answers) await scan.openFromStick(job, path, answers);
  }

  /** A document of the shelf goes by a job. */
  async function openFromShelf(job: Label, document: string) {
    const answers = await jobs.ownAnswers(job);
    if (answers) await scan.openFromShelf(job, document, answers);
  }

  /** Somebody who has set what a job leaves open thinks better of it. */
  function leaveReady() {
    touch();
    if (machine.at('ready')) machine.go({ name: 'jobs' });
  }

  function next() {
    touch();
    void attempt(enter);
  }

  /* What is under way is also asked for, so that a lost event stops nothing. */
  useIntervalFn(() => {
    now.value = Date.now();
    if (front.value?.person && secondsLeft.value === 0) void signOut();
  }, 1000);
  useIntervalFn(() => {
    if (machine.at('scan')?.scan.state === 'SCANNING') void scan.refreshScan();
    if (sent.isOnItsWay()) void sent.refreshProgress();
    if (ownScan.ownScanGoes()) void ownScan.refreshOwnScan();
  }, 2000);
  useIntervalFn(() => void consent.refreshConsent(), 1500);
  useIntervalFn(() => {
    if (machine.at('jobs')) void readStick();
  }, 4000);
  useIntervalFn(() => void refreshFront(), 15_000);
  void refreshFront();

  return {
    ...machine,
    ...paper,
    ...jobs,
    ...scan,
    ...consent,
    ...ownScan,
    ...stick,
    ...help,
    front,
    stage,
    secondsLeft,
    choose,
    signIn,
    signInAsGuest,
    replacePin,
    provePin,
    keepPin,
    changePin,
    signOut,
    begin,
    beginOntoStick,
    openFromStick,
    openFromShelf,
    leaveReady,
    next,
  };
}

export type PanelState = ReturnType<typeof usePanel>;
