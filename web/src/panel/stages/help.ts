import { useIntervalFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import type { Machine, Stage } from '../machine';
import { partOf, sharedScreen } from '../sharing';

const STEPS: Record<Stage['name'], Schemas['Doing']['step']> = {
  door: 'SIGN_IN',
  'new-pin': 'NEW_PIN',
  jobs: 'JOBS',
  mine: 'MINE',
  'own-scan': 'MINE',
  consent: 'CONSENT',
  ready: 'READY',
  scan: 'SCAN',
  sent: 'SENT',
};
/** Where a secret stands on the screen, nothing of it is shown. */
const NEVER_SHOWN: Stage['name'][] = ['door', 'new-pin', 'consent'];
const SHOW_EVERY = 700;
/** The desk looks into a panel as long as it is told, also that nothing has changed. */
const TELL_AT_LEAST = 5_000;
const POINT_FOR = 20_000;
/** Whoever called without signing in may have gone, and somebody else stands there. */
const FORGET_AT_DOOR = 180_000;

/**
 * Help for who stands at the panel: the call, what the help desk says, and what it sees.
 *
 * @param isGuest who has not signed in shows nothing
 */
export function useHelp(machine: Machine, screen: () => Element | undefined, isGuest: () => boolean) {
  const { device, stage, problem, attempt, quietly, touch } = machine;
  const path = { device };
  const helpOpen = ref(false);
  const helpPage = ref<Schemas['PanelHelp']>();
  const call = ref<Schemas['OwnCall']>();
  const showing = ref(false);
  const showingPages = ref(false);
  const pointed = ref<DOMRect>();
  let pointedUntil = 0;
  let shown = '';
  let shownAt = 0;
  const isOpen = computed(() => Boolean(call.value && call.value.state !== 'ENDED'));
  const mayShow = computed(() => !isGuest() && !NEVER_SHOWN.includes(stage.value.name));

  function keep(seen: Schemas['OwnCall']) {
    // On a slow line an earlier answer may come after a later one.
    if (call.value?.id === seen.id && seen.words.length < call.value.words.length) return false;
    const before = call.value?.id === seen.id ? call.value.words.length : 0;
    call.value = seen;
    const news = seen.words.slice(before).filter((words) => words.fromDesk);
    const point = news
      .map((words) => words.pointsAt ?? 0)
      .filter(Boolean)
      .at(-1);
    if (point) pointAt(point);
    if (seen.state === 'ENDED') stopShowing();
    return news.length > 0;
  }

  function pointAt(key: number) {
    if (!partOf(key)) return;
    helpOpen.value = false;
    pointedAt = key;
    pointedUntil = Date.now() + POINT_FOR;
    placePointer();
  }
  let pointedAt = 0;
  function placePointer() {
    const element = pointedAt && Date.now() < pointedUntil ? partOf(pointedAt) : undefined;
    const box = element?.getBoundingClientRect();
    // Boxes are told as they are seen, and the ring is drawn in what may be shown larger.
    const zoom =
      document.querySelector<HTMLElement & { currentCSSZoom?: number }>('.over')?.currentCSSZoom ?? 1;
    pointed.value = box?.width
      ? new DOMRect(box.left / zoom, box.top / zoom, box.width / zoom, box.height / zoom)
      : undefined;
    if (!element) pointedAt = 0;
  }

  const readPage = () =>
    ask(api.GET('/api/panel/{device}/help', { params: { path }, headers: { 'X-By-Itself': '1' } }));

  /** Also while something else is under way: it may be what help is needed with. */
  async function openHelp() {
    touch();
    helpOpen.value = true;
    await quietly(async () => {
      helpPage.value = await readPage();
    });
  }

  function closeHelp() {
    touch();
    helpOpen.value = false;
  }

  /** Somebody who was signed out while they waited finds their call again. */
  const resumeHelp = () =>
    quietly(async () => {
      const seen = await readPage();
      helpPage.value = seen;
      if (seen.call) call.value = seen.call;
    });

  function doing(wish: string): Schemas['Doing'] {
    const at = stage.value;
    const scan = at.name === 'scan' ? at.scan : undefined;
    return {
      step: STEPS[at.name],
      jobId: 'job' in at ? at.job.jobId : undefined,
      scanId: scan?.id,
      shown: problem.value?.sentence ?? scan?.trouble ?? '',
      wish,
    };
  }

  async function callHelp(wish: string) {
    touch();
    // What the panel says is wrong goes along, though asking clears it.
    const body = doing(wish);
    const made = await attempt(() => ask(api.POST('/api/panel/{device}/help', { params: { path }, body })));
    if (made) call.value = made;
    return Boolean(made);
  }

  async function replyToHelp(text: string) {
    touch();
    const id = call.value?.id;
    if (!id || !text.trim()) return false;
    const seen = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/help/{call}/words', {
          params: { path: { device, call: id } },
          body: { text: text.trim() },
        }),
      ),
    );
    if (seen) call.value = seen;
    return Boolean(seen);
  }

  async function endHelp() {
    touch();
    const id = call.value?.id;
    if (id && isOpen.value)
      await attempt(() =>
        ask(api.DELETE('/api/panel/{device}/help/{call}', { params: { path: { device, call: id } } })),
      );
    forgetHelp();
  }

  const refreshHelp = () =>
    quietly(async () => {
      const id = call.value?.id;
      if (!id || !isOpen.value) return;
      const seen = await ask(
        api.GET('/api/panel/{device}/help/{call}', {
          params: { path: { device, call: id } },
          headers: { 'X-By-Itself': '1' },
        }),
      );
      if (call.value?.id !== id || !keep(seen)) return;
      // Whoever is told something is still there, and has time to read it.
      touch();
      if (stage.value.name !== 'door') await ask(api.GET('/api/panel/{device}', { params: { path } }));
    });

  function show(pages: boolean) {
    touch();
    showing.value = true;
    showingPages.value = pages;
    shown = '';
  }

  function stopShowing() {
    const id = call.value?.id;
    if (showing.value && id)
      void ask(
        api.DELETE('/api/panel/{device}/help/{call}/screen', { params: { path: { device, call: id } } }),
      ).catch(() => undefined);
    showing.value = false;
    showingPages.value = false;
  }

  /** One at a time, however slow the line is. */
  let telling = false;
  async function tellScreen() {
    if (telling) return;
    telling = true;
    await tellIt();
    telling = false;
  }
  const tellIt = () =>
    quietly(async () => {
      const id = call.value?.id;
      const root = screen();
      if (!showing.value || !id || !isOpen.value || !mayShow.value || !root) return;
      const body = sharedScreen(root, showingPages.value);
      const text = JSON.stringify(body);
      if (text === shown && Date.now() - shownAt < TELL_AT_LEAST) return;
      shown = text;
      shownAt = Date.now();
      await ask(
        api.PUT('/api/panel/{device}/help/{call}/screen', {
          params: { path: { device, call: id } },
          headers: { 'X-By-Itself': '1' },
          body,
        }),
      );
    });

  function forgetHelp() {
    helpOpen.value = false;
    call.value = undefined;
    showing.value = false;
    showingPages.value = false;
    pointed.value = undefined;
    pointedAt = 0;
  }

  useIntervalFn(() => void refreshHelp(), 2_000);
  useIntervalFn(() => void tellScreen(), SHOW_EVERY);
  useIntervalFn(() => {
    placePointer();
    const gone = Date.now() - machine.lastTouch.value > FORGET_AT_DOOR;
    if (stage.value.name === 'door' && call.value && gone) forgetHelp();
  }, 250);

  return {
    helpOpen,
    helpPage,
    helpCall: call,
    helpIsOpen: isOpen,
    showing,
    showingPages,
    mayShow,
    pointed,
    openHelp,
    closeHelp,
    resumeHelp,
    callHelp,
    replyToHelp,
    endHelp,
    refreshHelp,
    show,
    stopShowing,
    forgetHelp,
  };
}
