import { flushPromises } from '@vue/test-utils';
import { beforeEach, afterEach, expect, it, vi } from 'vitest';
import { ref } from 'vue';
import type { Schemas } from '@/api/client';
import { useRehearsal } from '@/jobs/useRehearsal';
import { use } from './mounted';
import { server, type Asked } from './server';

const made = (exact: boolean, more: object = {}) => ({ pages: [], files: [], exact, ...more });
const JOB = { name: 'Berth permit' } as Schemas['JobForm'];
const early = (asked: Asked) => (asked.body as Schemas['RehearsalOrder']).early;

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());
async function settled() {
  await vi.advanceTimersByTimeAsync(200);
  await flushPromises();
}

it('asks for nothing before there is a job, and for that job then', async () => {
  server.on('POST /api/rehearsals', made(true));
  const job = ref<Schemas['JobForm']>();
  const seen = await use(() => useRehearsal(job, ref(null)));
  await settled();
  job.value = JOB;
  await settled();
  expect(server.to('POST /api/rehearsals').map((one) => one.body)).toMatchObject([{ job: JOB, early: true }]);
  expect(seen.query.data.value?.exact).toBe(true);
  seen.samples.value = [];
  await settled();
  expect(server.to('POST /api/rehearsals')).toHaveLength(1);
});

it('shows the pages first where the very files take long', async () => {
  let finish: (made: unknown) => void = () => undefined;
  server.on('POST /api/rehearsals', (asked: Asked) =>
    early(asked) ? made(false, { mailBytes: 1 }) : new Promise((answer) => (finish = answer)),
  );
  const seen = await use(() => useRehearsal(ref(JOB), ref(null)));
  await settled();
  expect(seen.query.data.value).toMatchObject({ exact: false, mailBytes: 1 });
  expect(seen.query.isFetching.value).toBe(true);
  finish(made(true, { mailBytes: 2 }));
  await settled();
  expect(seen.query.data.value).toMatchObject({ exact: true, mailBytes: 2 });
  expect(seen.query.isFetching.value).toBe(false);
});
