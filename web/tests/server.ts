import { enableAutoUnmount } from '@vue/test-utils';
import { afterEach, beforeEach } from 'vitest';

type Answer = unknown | ((request: Asked) => unknown);

/** One question that the interface put to the server. */
export interface Asked {
  method: string;
  path: string;
  query: URLSearchParams;
  body: unknown;
  header: (name: string) => string | null;
}

/** An answer that is no success. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly detail: Record<string, unknown> = {},
  ) {}
}

/** Of an administrator. */
const RIGHTS = [
  'READ_DELIVERIES',
  'ACT_ON_DELIVERIES',
  'OPEN_PAGES',
  'READ_SETUP',
  'CHANGE_SETUP',
  'READ_LOGS',
  'UNLOCK',
];

/** The server as far as one test needs it: what it answers, and what it was asked. */
class StandInServer {
  private answers = new Map<string, Answer>();
  asked: Asked[] = [];
  away = false;

  on(question: string, answer: Answer) {
    this.answers.set(question, answer);
    return this;
  }

  to(question: string): Asked[] {
    return this.asked.filter((one) => `${one.method} ${one.path}` === question);
  }

  reset() {
    this.answers.clear();
    this.on('GET /api/session', { zone: 'UTC', identity: { login: 'maud', rights: RIGHTS } });
    this.asked = [];
    this.away = false;
  }

  async answer(request: Request): Promise<Response> {
    if (this.away) throw new TypeError('the network is away');
    const text = await request.text();
    const asked: Asked = {
      method: request.method,
      path: new URL(request.url).pathname,
      query: new URL(request.url).searchParams,
      body: text ? JSON.parse(text) : undefined,
      header: (name) => request.headers.get(name),
    };
    this.asked.push(asked);
    const said = this.answers.get(`${asked.method} ${asked.path}`);
    const answer = typeof said === 'function' ? await said(asked) : said;
    if (answer instanceof Refusal) {
      return Response.json(answer.detail, {
        status: answer.status,
        headers: { 'content-type': 'application/problem+json' },
      });
    }
    return answer === undefined ? new Response(null, { status: 204 }) : Response.json(answer);
  }
}

export const server = new StandInServer();

// The client takes hold of fetch when it is loaded, which is after this file.
globalThis.fetch = (input, init) =>
  server.answer(input instanceof Request ? input : new Request(input, init));

/** Events of a line that the test speaks into. */
export class StandInEvents {
  static last: StandInEvents | undefined;
  private readonly listeners = new Map<string, ((event: unknown) => void)[]>();
  closed = false;

  constructor(readonly address: string) {
    StandInEvents.last = this;
  }
  addEventListener(name: string, listener: (event: unknown) => void) {
    this.listeners.set(name, [...(this.listeners.get(name) ?? []), listener]);
  }
  tell(name: string, data: unknown = {}) {
    this.listeners.get(name)?.forEach((listener) => listener({ data: JSON.stringify(data) }));
  }
  close() {
    this.closed = true;
  }
}
Object.assign(globalThis, { EventSource: StandInEvents });

enableAutoUnmount(afterEach);
beforeEach(() => server.reset());
afterEach(() => (document.body.innerHTML = ''));
