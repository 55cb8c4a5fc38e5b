import createClient, { type Middleware } from 'openapi-fetch';
import { language, said } from '@/shared/words';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** What went wrong with one field, as the server's rules say it. */
export interface FieldProblem {
  code: string;
  field: string;
  sentence: string;
  remedy: string;
}

/** An answer that is no success: a problem detail of RFC 9457 with our code, remedy and fields. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly sentence: string,
    readonly remedy: string,
    readonly problems: FieldProblem[],
  ) {
    super(sentence);
  }
}

function cookie(name: string): string {
  const found = document.cookie.split('; ').find((pair) => pair.startsWith(name + '='));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : '';
}

const withToken: Middleware = {
  onRequest({ request }) {
    // The desk is in English, whatever the browser's own language is.
    if (!request.headers.has('Accept-Language')) request.headers.set('Accept-Language', language());
    if (request.method !== 'GET') {
      request.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN'));
    }
    return request;
  },
};

export const api = createClient<paths>({ baseUrl: window.location.origin });
api.use(withToken);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of a successful answer; anything else is thrown as a {@link Problem}. */
export async function ask<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch {
    throw new Problem(0, 'offline', said('panel.offline'), said('panel.offline.remedy'), []);
  }
  if (answer.response.ok) {
    return answer.data as T;
  }
  const detail = (answer.error ?? {}) as Partial<Record<'code' | 'title' | 'remedy', string>> & {
    problems?: FieldProblem[];
  };
  throw new Problem(
    answer.response.status,
    detail.code ?? 'http-' + answer.response.status,
    detail.title ?? said(answer.response.status === 401 ? 'panel.signed-out' : 'panel.failed'),
    detail.remedy ?? said(answer.response.status === 401 ? 'panel.signed-out.remedy' : 'panel.failed.remedy'),
    detail.problems ?? [],
  );
}
