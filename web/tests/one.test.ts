import { flushPromises } from '@vue/test-utils';
import { beforeEach, describe, expect, it } from 'vitest';
import { h } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { differing } from '@/shared/meanwhile';
import { ifMatch, useOne } from '@/shared/one';
import { useToast } from '@/shared/toast';
import { mountWith } from './mounted';
import { Refusal, server } from './server';

const name = (template: string, version: string) => ({ id: 'n1', name: 'By date', template, version });

const open = () =>
  mountWith(
    () =>
      useOne<Schemas['NameView'], Schemas['NameForm']>({
        path: 'names',
        one: (id) => ask(api.GET('/api/names/{id}', { params: { path: { id } } })),
        add: (body) => ask(api.POST('/api/names', { body })),
        change: (id, body, version) =>
          ask(api.PUT('/api/names/{id}', { params: { path: { id }, header: ifMatch(version) }, body })),
        remove: (id) => ask(api.DELETE('/api/names/{id}', { params: { path: { id } } })),
        blank: () => ({ name: '', template: '' }),
        formOf: ({ name, template }) => ({ name, template }),
      }),
    (one) => h(ErrorNote, { error: one.general.value }),
    '/names/n1',
    ['/names/:id?'],
  );

beforeEach(() => {
  server.on('GET /api/names/n1', name('{date}', 'v1'));
});

describe('one thing in a form', () => {
  it('is saved with the version that was looked at, and can be undone', async () => {
    server
      .on('PUT /api/names/n1', name('{date} {counter}', 'v2'))
      .on('GET /api/changes/of/n1', [{ id: 7, canUndo: true }]);
    const one = await open();
    one.form.value.template = '{date} {counter}';
    await one.save();
    await flushPromises();
    expect(server.to('PUT /api/names/n1')[0]?.header('If-Match')).toBe('v1');
    expect(one.dirty.value).toBe(false);
    const { current, act } = useToast();
    expect(current.value?.act?.label).toBe('Undo');
    act();
    await flushPromises();
    expect(server.to('POST /api/changes/7/undo')).toHaveLength(1);
  });

  it('takes over what somebody else saves only where nothing was typed', async () => {
    const one = await open();
    server.on('GET /api/names/n1', name('{time}', 'v2'));
    await one.queries.invalidateQueries();
    await flushPromises();
    expect(one.form.value.template).toBe('{time}');
    one.form.value.template = 'typed';
    server.on('GET /api/names/n1', name('{job}', 'v3'));
    await one.queries.invalidateQueries();
    await flushPromises();
    expect(one.form.value.template).toBe('typed');
  });

  it('asks whose to keep when somebody else was faster', async () => {
    const one = await open();
    one.form.value.template = 'mine';
    server
      .on('GET /api/names/n1', name('theirs', 'v2'))
      .on('PUT /api/names/n1', (asked: { header: (name: string) => string | null }) =>
        asked.header('If-Match') === 'v2'
          ? name('mine', 'v3')
          : new Refusal(409, { code: 'changed-meanwhile', title: 'Maud changed By date in the meantime.' }),
      );
    await one.save();
    await flushPromises();
    expect(document.body.textContent).toContain('Maud changed By date');
    expect([...document.querySelectorAll('td')].map((cell) => cell.textContent)).toEqual(['theirs', 'mine']);
    const button = (words: string) =>
      [...document.querySelectorAll('button')].find((one) => one.textContent === words)!;
    button('Save mine').click();
    await flushPromises();
    expect(server.to('PUT /api/names/n1').map((asked) => asked.header('If-Match'))).toEqual(['v1', 'v2']);
    expect(one.dirty.value).toBe(false);
  });
});

describe('what differs', () => {
  it('is told value by value, and a typed secret never', () => {
    expect(
      differing(
        { name: 'Quay', folder: { host: 'a', ports: [1, 2] }, signIn: false },
        { name: 'Quay', folder: { host: 'b', ports: [1] }, signIn: true, password: 'tide' },
      ),
    ).toEqual([
      { name: 'folder, host', theirs: 'a', mine: 'b' },
      { name: 'folder, ports', theirs: '1, 2', mine: '1' },
      { name: 'sign in', theirs: 'no', mine: 'yes' },
      { name: 'password', theirs: '', mine: 'a new one' },
    ]);
  });
});
