import { describe, expect, it } from 'vitest';
import { api, ask, Problem } from '@/api/client';
import { Refusal, server } from './server';

async function problem(doing: Promise<unknown>): Promise<Problem> {
  try {
    await doing;
  } catch (error) {
    if (error instanceof Problem) return error;
    throw error;
  }
  throw new Error('it went well');
}

// RFC 9457: title is the sentence; code, remedy and fields are extension members of ours
describe('an answer that is no success', () => {
  it('is told by the server’s own words, field by field', async () => {
    const fields = [{ code: 'job.name', field: 'name', sentence: 'A job needs a name.', remedy: 'Name it.' }];
    server.on(
      'GET /api/jobs',
      new Refusal(422, {
        code: 'invalid',
        title: 'This cannot be saved.',
        remedy: 'Look below.',
        problems: fields,
      }),
    );
    const found = await problem(ask(api.GET('/api/jobs')));
    expect(found).toMatchObject({
      status: 422,
      code: 'invalid',
      sentence: 'This cannot be saved.',
      remedy: 'Look below.',
      problems: fields,
    });
  });

  it('has words even where the server has none', async () => {
    server.on('GET /api/jobs', new Refusal(401));
    expect(await problem(ask(api.GET('/api/jobs')))).toMatchObject({
      sentence: 'You are signed out.',
      remedy: 'Sign in again.',
    });
    server.on('GET /api/jobs', new Refusal(502));
    expect((await problem(ask(api.GET('/api/jobs')))).code).toBe('http-502');
  });

  it('is told when nobody answers at all', async () => {
    server.away = true;
    expect((await problem(ask(api.GET('/api/jobs')))).code).toBe('offline');
  });
});

it('shows the token that protects against forged requests, and only with what changes something', async () => {
  document.cookie = 'XSRF-TOKEN=tide%2Btable';
  server.on('GET /api/jobs', []);
  await ask(api.GET('/api/jobs'));
  await ask(api.DELETE('/api/session'));
  expect(server.to('GET /api/jobs')[0]?.header('X-XSRF-TOKEN')).toBeNull();
  expect(server.to('DELETE /api/session')[0]?.header('X-XSRF-TOKEN')).toBe('tide+table');
});
