import { flushPromises } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Ask } from '@/panel/machine';
import { asksNow, asLastTime, isMissing } from '@/panel/questions';
import { usePanel } from '@/panel/usePanel';
import { language, speak } from '@/shared/words';
import { use } from './mounted';
import { type Asked, Refusal, server, StandInEvents } from './server';

const PERSON = { name: 'Oda Fennick' };
const FRONT = { deviceName: 'Map room', zone: 'UTC', signOutSeconds: 60, standIn: false };
const LABEL = { jobId: 'j1', name: 'Tide table', asks: [] };
const scan = (state: string) => ({ id: 's1', state, pages: [] });
let signedIn = false;

beforeEach(() => {
  vi.useFakeTimers({ now: new Date('2026-11-24T10:42:16Z') });
  signedIn = false;
  server
    .on('GET /api/panel/d1', () => ({ ...FRONT, person: signedIn ? PERSON : undefined }))
    .on('POST /api/panel/d1/session', () => {
      signedIn = true;
      return { ...FRONT, person: PERSON };
    })
    .on('DELETE /api/panel/d1/session', () => {
      signedIn = false;
      return undefined;
    })
    .on('GET /api/panel/d1/jobs', [LABEL])
    .on('GET /api/panel/d1/mine', { news: [], consents: [] })
    .on('POST /api/panel/d1/scans', scan('SCANNING'))
    .on('GET /api/panel/d1/scans/s1', scan('SCANNING'))
    .on('POST /api/panel/d1/scans/s1/plan', { files: [] })
    .on('POST /api/panel/d1/scans/s1/send', { deliveryId: 'v1', number: 48213 })
    .on('GET /api/panel/d1/deliveries/v1', { deliveryId: 'v1', number: 48213, legs: [{ state: 'MOVING' }] });
});
afterEach(async () => {
  vi.useRealTimers();
  await speak('en');
});

async function panel() {
  return (await use(() => usePanel('d1'))).composed;
}

async function inside() {
  const seen = await panel();
  await seen.signIn({ pin: '274193' });
  await flushPromises();
  return seen;
}

const step = async (milliseconds: number) => {
  await vi.advanceTimersByTimeAsync(milliseconds);
  await flushPromises();
};

const asked = (kind: string, more: object) =>
  ({
    kind,
    destinationId: null,
    key: '',
    name: '',
    freely: true,
    required: false,
    type: 'TEXT',
    usual: '',
    options: { options: [], more: false },
    domains: [],
    onlyFor: [],
    ...more,
  }) as Ask;
const WHOM = asked('RECIPIENTS', { destinationId: 'm1', required: true });
const WHERE = asked('FOLDER', { destinationId: 'f1' });
const BERTH = asked('QUESTION', { key: 'berth', usual: 'East 4' });
const DPI = asked('SETTING', { key: 'dpi', type: 'CHOICE', usual: '200' });
const SIDES = asked('SETTING', { key: 'sides', type: 'CHOICE', usual: 'one' });
const NOTHING = {
  destinations: [],
  recipients: {},
  folders: {},
  places: {},
  copies: [],
  fileName: '',
  subject: '',
  passcode: '',
  settings: {},
  questions: {},
};

describe('the language', () => {
  it('is the device\u2019s, then the person\u2019s, then the one that was chosen, and is forgotten', async () => {
    server.on('GET /api/panel/d1', () => ({
      ...FRONT,
      language: 'es',
      person: signedIn ? { ...PERSON, language: 'de' } : undefined,
    }));
    server.on('POST /api/panel/d1/session', () => {
      signedIn = true;
      return { ...FRONT, language: 'es', person: { ...PERSON, language: 'de' } };
    });
    // Loaded before, as no clock runs here while a language comes.
    for (const tag of ['es', 'de', 'fr', 'en']) await speak(tag);
    const seen = await panel();
    await flushPromises();
    expect(language()).toBe('es');
    await seen.signIn({ pin: '274193' });
    await flushPromises();
    expect(language()).toBe('de');
    await seen.choose('fr');
    expect(language()).toBe('fr');
    expect(server.to('GET /api/panel/d1/jobs').at(-1)?.header('Accept-Language')).toBe('fr');
    await seen.signOut();
    await flushPromises();
    expect(language()).toBe('es');
  });
});

describe('an answer that comes late', () => {
  it('does not send away who has come meanwhile', async () => {
    let answer: (front: object) => void = () => undefined;
    const seen = await panel();
    server.on('GET /api/panel/d1', () => new Promise((resolve) => (answer = resolve)));
    await step(15_000);
    await seen.signIn({ pin: '274193' });
    await flushPromises();
    answer({ ...FRONT, person: undefined });
    await flushPromises();
    expect(seen.stage.value.name).toBe('jobs');
  });
});

describe('what was asked for somebody who has left', () => {
  it('does not send away who comes next, and takes no words from the door', async () => {
    server
      .on('GET /api/panel/d1', () => ({ ...FRONT, stick: true, person: signedIn ? PERSON : undefined }))
      .on('POST /api/panel/d1/session', () => {
        signedIn = true;
        return { ...FRONT, stick: true, person: PERSON };
      });
    let late = true;
    server.on('GET /api/panel/d1/stick', async () => {
      if (!late) return { in: false, onto: [], opens: false, prints: [] };
      late = false;
      await new Promise((resolve) => setTimeout(resolve, 500));
      return new Refusal(401);
    });
    const seen = await inside();
    await seen.signOut();
    await seen.signIn({ pin: '274193' });
    await step(1000);
    expect(seen.stage.value.name).toBe('jobs');
  });

  it('is not asked for once they have left, and a card that is held meanwhile is answered', async () => {
    server.on('GET /api/panel/d1/mine', async () => {
      await new Promise((resolve) => setTimeout(resolve, 300));
      return { news: [], consents: [] };
    });
    server.on('GET /api/panel/d1/stick', new Refusal(401));
    server.on('GET /api/panel/d1', () => ({ ...FRONT, stick: true, person: signedIn ? PERSON : undefined }));
    const seen = await inside();
    await seen.signOut();
    server.on('POST /api/panel/d1/session', async () => {
      await new Promise((resolve) => setTimeout(resolve, 600));
      return new Refusal(422, { code: 'card.unknown' });
    });
    const held = seen.signIn({ card: '04A219FF33' });
    await step(1000);
    await held;
    expect(server.to('GET /api/panel/d1/stick')).toHaveLength(0);
    expect(seen.problem.value?.code).toBe('card.unknown');
  });
});

describe('from the door to the jobs', () => {
  it('a PIN leads to the jobs of this device', async () => {
    const seen = await panel();
    expect(seen.stage.value.name).toBe('door');
    await seen.signIn({ pin: '274193' });
    expect(seen.stage.value.name).toBe('jobs');
    expect(seen.labels.value).toEqual([LABEL]);
    expect(server.to('POST /api/panel/d1/session')[0]?.body).toEqual({ pin: '274193' });
  });

  it('a wrong PIN stays at the door and says why', async () => {
    server.on('POST /api/panel/d1/session', new Refusal(401, { title: 'This PIN is not known here.' }));
    const seen = await panel();
    expect(await seen.signIn({ pin: '000000' })).toBe(false);
    expect(seen.stage.value.name).toBe('door');
    expect(seen.problem.value?.sentence).toBe('This PIN is not known here.');
  });

  it('a card that is held to the reader opens the door by itself', async () => {
    const seen = await panel();
    signedIn = true;
    await step(15_000);
    expect(seen.stage.value.name).toBe('jobs');
  });
});

describe('a scan', () => {
  it('is sent when its last page is in, for whoever was quicker than the feeder', async () => {
    const seen = await inside();
    await seen.begin(LABEL as never);
    await flushPromises();
    await seen.send();
    expect(seen.at('scan')?.sendWhenDone).toBe(true);
    expect(server.to('POST /api/panel/d1/scans/s1/send')).toHaveLength(0);
    server.on('GET /api/panel/d1/scans/s1', scan('COMPLETE'));
    StandInEvents.last?.tell('changed', { kind: 'scan', id: 's1' });
    await flushPromises();
    expect(server.to('POST /api/panel/d1/scans/s1/send')).toHaveLength(1);
    expect(seen.stage.value.name).toBe('sent');
  });

  it('that no mail server would take is not sent by itself', async () => {
    const tooLarge = { surely: true, now: 'REFUSE', sentence: '', ways: [] };
    server
      .on('POST /api/panel/d1/scans/s1/plan', { files: [], tooLarge })
      .on('GET /api/panel/d1/scans/s1', scan('COMPLETE'));
    const seen = await inside();
    await seen.begin({ ...LABEL, sendAtOnce: true } as never);
    await flushPromises();
    expect(seen.at('scan')?.sendWhenDone).toBe(false);
    expect(server.to('POST /api/panel/d1/scans/s1/send')).toHaveLength(0);
    seen.fit('LINK');
    await seen.send();
    expect(server.to('POST /api/panel/d1/scans/s1/send')[0]?.body).toMatchObject({ whenTooLarge: 'LINK' });
  });

  it('that met trouble is not sent by itself', async () => {
    const seen = await inside();
    await seen.begin(LABEL as never);
    await seen.send();
    server.on('GET /api/panel/d1/scans/s1', scan('TROUBLE'));
    await step(2000);
    expect(seen.at('scan')?.sendWhenDone).toBe(false);
    server.on('GET /api/panel/d1/scans/s1', scan('COMPLETE'));
    await step(2000);
    expect(server.to('POST /api/panel/d1/scans/s1/send')).toHaveLength(0);
  });

  it('is changed by every touch, however quickly they follow each other', async () => {
    const seen = await inside();
    await seen.begin(LABEL as never);
    const edits: string[] = [];
    server.on('POST /api/panel/d1/scans/s1/edits', async (request: Asked) => {
      edits.push((request.body as { action: string }).action);
      await new Promise((resolve) => setTimeout(resolve, 300));
      return scan('COMPLETE');
    });
    void seen.edit({ action: 'TURN', page: 'p1', quarters: 1 } as never);
    void seen.edit({ action: 'LEAVE_OUT', page: 'p2' } as never);
    await step(1000);
    expect(edits).toEqual(['TURN', 'LEAVE_OUT']);
  });

  it('is followed even when an event is lost', async () => {
    const seen = await inside();
    await seen.begin(LABEL as never);
    server.on('GET /api/panel/d1/scans/s1', scan('COMPLETE'));
    await step(2000);
    expect(seen.at('scan')?.scan.state).toBe('COMPLETE');
  });

  it('answers as last time what is still asked and can still be chosen', () => {
    const offered = (values: string[]) => ({
      options: values.map((value) => ({ value, words: value })),
      more: false,
    });
    const asks = [
      WHOM,
      WHERE,
      asked('PASSCODE', {}),
      asked('FILE_NAME', {}),
      { ...DPI, options: offered(['200', '300']) },
      { ...SIDES, options: offered(['one']) },
      BERTH,
    ];
    const last = {
      given: true,
      destinations: [],
      recipients: { m1: [{ value: 'group:1', name: 'Crew' }], gone: [{ value: 'a@b.example', name: 'A' }] },
      folders: { f1: 'charts' },
      places: {},
      copies: [],
      subject: 'not asked now',
      settings: { dpi: '300', sides: 'both' },
      questions: { berth: 'East 4' },
    } as never;
    expect(asLastTime(asks, last)).toEqual({
      'RECIPIENTS m1': [{ value: 'group:1', name: 'Crew' }],
      'FOLDER f1': 'charts',
      'SETTING dpi': '300',
    });
  });

  it('takes along whom and where the person has chosen, and the next one starts without', async () => {
    server
      .on('POST /api/panel/d1/scans', scan('COMPLETE'))
      .on('GET /api/panel/d1/scans/s1', scan('COMPLETE'));
    const seen = await inside();
    await seen.begin({ ...LABEL, asks: [WHOM, WHERE, BERTH] } as never);
    expect(isMissing(WHOM, {})).toBe(true);
    seen.answer(WHOM, [{ value: 'oda.fennick@wherrymoor.example', name: 'Oda Fennick' }]);
    seen.answer(WHERE, 'charts');
    await seen.send();
    expect(server.to('POST /api/panel/d1/scans/s1/send')[0]?.body).toEqual({
      ...NOTHING,
      recipients: { m1: ['oda.fennick@wherrymoor.example'] },
      folders: { f1: 'charts' },
      questions: { berth: 'East 4' },
    });
    seen.next();
    await flushPromises();
    expect(seen.stage.value.name).toBe('jobs');
    await seen.begin(LABEL as never);
    expect(seen.at('scan')?.answers).toEqual({});
  });

  it('asks only what goes with where it was chosen to go', async () => {
    const where = asked('DESTINATIONS', {
      required: true,
      type: 'CHOICE',
      options: {
        options: [
          { value: 'm1', words: 'Mail' },
          { value: 'f1', words: 'Charts' },
        ],
        more: false,
      },
    });
    const asks = [where, { ...WHOM, onlyFor: ['m1'] }, { ...WHERE, onlyFor: ['f1'] }, BERTH];
    const kinds = (answers: object) => asksNow(asks, answers as never).map(({ kind }) => kind);
    expect(kinds({})).toEqual(['DESTINATIONS', 'QUESTION']);
    server
      .on('POST /api/panel/d1/scans', scan('COMPLETE'))
      .on('GET /api/panel/d1/scans/s1', scan('COMPLETE'));
    const seen = await inside();
    await seen.begin({ ...LABEL, asks } as never);
    seen.answer(where, [{ value: 'm1', name: 'Mail' }]);
    seen.answer(asks[1] as Ask, [{ value: 'a@b.example', name: 'A' }]);
    seen.answer(where, [{ value: 'f1', name: 'Charts' }]);
    expect(kinds(seen.at('scan')?.answers ?? {})).toEqual(['DESTINATIONS', 'FOLDER', 'QUESTION']);
    await seen.send();
    // Whom a mail would have gone to is not sent along.
    expect(server.to('POST /api/panel/d1/scans/s1/send')[0]?.body).toEqual({
      ...NOTHING,
      destinations: ['f1'],
      folders: { f1: '' },
      questions: { berth: 'East 4' },
    });
  });

  it('by a job of one\u2019s own is answered already, and asks only what it cannot know', async () => {
    const kept = {
      given: true,
      destinations: [],
      recipients: {},
      folders: {},
      places: {},
      copies: [],
      subject: '',
    };
    server
      .on('POST /api/panel/d1/scans', scan('COMPLETE'))
      .on('GET /api/panel/d1/own-jobs/o1', { ...kept, settings: { dpi: '300' }, questions: {} });
    const seen = await inside();
    const dpi = { ...DPI, options: { options: [{ value: '300', words: '300' }], more: false } };
    const own = { ...LABEL, own: 'o1', asks: [dpi] };
    await seen.begin(own as never);
    expect(server.to('POST /api/panel/d1/scans')[0]?.body).toMatchObject({ settings: { dpi: '300' } });
    seen.next();
    await flushPromises();
    await seen.begin({ ...own, asks: [dpi, WHOM] } as never);
    expect(seen.at('ready')?.answers).toEqual({ 'SETTING dpi': '300' });
  });

  it('scans with what was set before, and only then', async () => {
    server
      .on('POST /api/panel/d1/scans', scan('COMPLETE'))
      .on('POST /api/panel/d1/scans/s1/loads', scan('COMPLETE'));
    const seen = await inside();
    await seen.begin({ ...LABEL, asks: [DPI, SIDES] } as never);
    expect(seen.stage.value.name).toBe('ready');
    expect(server.to('POST /api/panel/d1/scans')).toHaveLength(0);
    seen.answer(DPI, '300');
    const at = seen.at('ready');
    if (!at) throw new Error('not ready');
    await seen.beginScan(at.job, at.answers, 'GLASS');
    expect(server.to('POST /api/panel/d1/scans')[0]?.body).toMatchObject({
      source: 'GLASS',
      settings: { dpi: '300' },
    });
    await seen.addLoad();
    expect(server.to('POST /api/panel/d1/scans/s1/loads')[0]?.body).toMatchObject({
      settings: { dpi: '300' },
    });
    await seen.send();
    expect(server.to('POST /api/panel/d1/scans/s1/send')[0]?.body).toEqual({
      ...NOTHING,
      settings: { dpi: '300' },
    });
  });
});

describe('consent', () => {
  const asking = { ...LABEL, asks: [{ kind: 'CONSENT', destinationId: 'c1' }] };
  beforeEach(() => {
    server
      .on('POST /api/panel/d1/consents', { id: 'r1', state: 'WAITING', userCode: 'WDJB-MJHT' })
      .on('GET /api/panel/d1/consents/r1', { id: 'r1', state: 'WAITING' });
  });

  it('is asked for before the first scan, and the scan begins when it is given', async () => {
    const seen = await inside();
    await seen.begin(asking as never);
    expect(seen.stage.value.name).toBe('consent');
    await step(1500);
    expect(seen.stage.value.name).toBe('consent');
    server.on('GET /api/panel/d1/consents/r1', { id: 'r1', state: 'GIVEN' });
    await step(1500);
    expect(seen.stage.value.name).toBe('scan');
  });

  it('can be put off: the scan begins and will wait', async () => {
    const seen = await inside();
    await seen.begin(asking as never, false);
    expect(seen.stage.value.name).toBe('scan');
    expect(server.to('POST /api/panel/d1/consents')).toHaveLength(0);
  });

  it('keeps whoever types on a telephone signed in', async () => {
    const seen = await inside();
    await seen.begin(asking as never);
    await step(120_000);
    expect(seen.stage.value.name).toBe('consent');
    seen.leaveConsent();
    expect(seen.stage.value.name).toBe('jobs');
  });
});

describe('the next person', () => {
  it('finds a panel that has signed the last one out, and their unsent scan cancelled', async () => {
    const seen = await inside();
    server
      .on('POST /api/panel/d1/scans', scan('COMPLETE'))
      .on('GET /api/panel/d1/scans/s1', scan('COMPLETE'));
    await seen.begin(LABEL as never);
    await step(61_000);
    expect(seen.stage.value.name).toBe('door');
    expect(server.to('DELETE /api/panel/d1/scans/s1')).toHaveLength(1);
    expect(server.to('DELETE /api/panel/d1/session')).toHaveLength(1);
    expect(seen.labels.value).toEqual([]);
  });

  it('nobody is signed out while pages come in', async () => {
    const seen = await inside();
    await seen.begin(LABEL as never);
    await step(120_000);
    expect(seen.stage.value.name).toBe('scan');
  });

  it('a session that has ended at the server leads to the door, not to an error', async () => {
    const seen = await inside();
    server.on('POST /api/panel/d1/scans', new Refusal(401));
    await seen.begin(LABEL as never);
    expect(seen.stage.value.name).toBe('door');
    expect(seen.problem.value).toBeUndefined();
    expect(StandInEvents.last?.closed).toBe(true);
  });
});
