import { flushPromises, mount } from '@vue/test-utils';
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query';
import { beforeEach, describe, expect, it } from 'vitest';
import { createMemoryHistory, createRouter } from 'vue-router';
import PlanView from '@/panels/PlanView.vue';
import { server } from './server';

const ABILITIES = {
  makeAndModel: 'Alder M30',
  feeder: true,
  glass: true,
  bothSides: false,
  colour: true,
  panelPlaces: 5,
};
const care = {
  code: 'job.way-out',
  severity: 'CARE',
  place: 'Tide table',
  sentence: 'Harbour Post did not take it when it was last tried.',
  remedy: 'Enter the new password.',
};
const stops = {
  code: 'job.sides',
  severity: 'STOPS',
  place: 'Roster',
  sentence: 'It wants both sides.',
  remedy: 'Not here.',
};
const job = (id: string, name: string, findings: unknown[] = [], place = 0) => ({
  job: { id, name, icon: 'letter', destinations: [{ label: 'who scans' }] },
  place,
  findings,
});
const plan = (...jobs: unknown[]) => ({
  device: { id: 'd1', name: 'Landing', abilities: ABILITIES },
  places: 5,
  start: 0,
  jobs,
});

beforeEach(() => {
  server
    .on('GET /api/panels/d1', plan(job('j1', 'Tide table'), job('j2', 'Roster', [stops])))
    .on('GET /api/changes/planned', [])
    .on('PUT /api/panels/d1', plan(job('j1', 'Tide table', [care], 1), job('j2', 'Roster', [stops])));
});

async function planner() {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/panels/:id', component: PlanView },
      { path: '/:all(.*)*', component: { render: () => null } },
    ],
  });
  await router.push('/panels/d1');
  const view = mount(PlanView, {
    attachTo: document.body,
    global: { plugins: [router, [VueQueryPlugin, { queryClient: new QueryClient() }]] },
  });
  await flushPromises();
  const button = (words: string) => view.findAll('button').find((one) => one.text() === words)!;
  const press = async (words: string) => {
    await button(words).trigger('click');
    await flushPromises();
  };
  return { view, press, button };
}

describe('a job is put on a device', () => {
  it('at once when what it sends through answers', async () => {
    server.on('POST /api/panels/d1/probe', plan(job('j1', 'Tide table')));
    const { view, press } = await planner();
    await press('to place 1');
    await press('Put it on the device');
    expect(server.to('PUT /api/panels/d1')[0]?.body).toEqual({
      places: [{ place: 1, jobId: 'j1' }],
      start: 0,
    });
    expect(view.text()).not.toContain('would not arrive');
  });

  it('only when somebody says so, where a server on the way did not take it', async () => {
    server.on('POST /api/panels/d1/probe', plan(job('j1', 'Tide table', [care])));
    const { view, press } = await planner();
    await press('to place 1');
    await press('Put it on the device');
    expect(view.get('[role=alert]').text()).toContain('Tide table would not arrive now');
    expect(view.text()).toContain('Enter the new password.');
    expect(server.to('PUT /api/panels/d1')).toHaveLength(0);
    await press('Put it there all the same');
    expect(server.to('PUT /api/panels/d1')).toHaveLength(1);
  });

  it('where it was wanted, even when somebody has left the view by then', async () => {
    let answer: (plan: unknown) => void = () => {};
    server.on('POST /api/panels/d1/probe', () => new Promise((done) => (answer = done)));
    const { view, press } = await planner();
    await press('to place 1');
    await press('Put it on the device');
    expect(view.text()).toContain('Trying its servers');
    await view.vm.$router.push('/devices');
    answer(plan(job('j1', 'Tide table')));
    await flushPromises();
    expect(server.to('PUT /api/panels/d1')[0]?.body).toEqual({
      places: [{ place: 1, jobId: 'j1' }],
      start: 0,
    });
  });

  it('not at all, where the device cannot do it', async () => {
    const { view } = await planner();
    const cannot = view.findAll('.left li').find((row) => row.text().includes('Roster'))!;
    expect(cannot.text()).toContain('It wants both sides.');
    expect(cannot.findAll('button').map((one) => one.text())).not.toContain('to place 1');
  });

  it('by keys alone: chosen with j, placed with a number', async () => {
    const { view } = await planner();
    for (const key of ['j', '3']) {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      await flushPromises();
    }
    expect(view.get('h1').text()).toContain('1 job in place');
    expect(view.findAll('[aria-label="Take Tide table off"]')).toHaveLength(1);
  });
});
