import { describe, expect, it, vi } from 'vitest';
import { Problem } from '@/api/client';
import { nextOf, useKeys } from '@/shared/keys';
import { newQueries } from '@/app/queries';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';
import { use } from './mounted';

const refused = new Problem(422, 'invalid', 'This cannot be saved.', 'Look below.', [
  { code: 'job.name', field: 'name', sentence: 'A job needs a name.', remedy: 'Name it.' },
]);

describe('a form', () => {
  it('puts the cursor where the first fault is, and tells no general one beside it', async () => {
    const form = await use(useForm);
    document.body.insertAdjacentHTML(
      'beforeend',
      '<p class="is-wrong"><span tabindex="-1"><input id="name"></span></p>',
    );
    await form.attempt(() => Promise.reject(refused));
    expect(document.activeElement?.id).toBe('name');
    expect(form.problems.value).toHaveLength(1);
    expect(form.general.value).toBeUndefined();
  });

  it('tells in general what belongs to no field that is shown', async () => {
    const form = await use(useForm);
    await form.attempt(() => Promise.reject(refused));
    expect(form.general.value).toBe(refused);
    form.clear();
    expect(form.general.value).toBeUndefined();
  });

  it('does one thing at a time, so that a double click saves once', async () => {
    const form = await use(useForm);
    const saving = vi.fn(() => new Promise<string>((done) => setTimeout(() => done('saved'), 5)));
    const both = await Promise.all([form.attempt(saving), form.attempt(saving)]);
    expect(both).toEqual(['saved', undefined]);
    expect(saving).toHaveBeenCalledTimes(1);
    expect(form.busy.value).toBe(false);
  });

  it('hides no fault of our own', async () => {
    const form = await use(useForm);
    await expect(form.attempt(() => Promise.reject(new TypeError('ours')))).rejects.toThrow('ours');
    expect(form.busy.value).toBe(false);
  });
});

describe('what the last word offers to undo', () => {
  const { current, say } = useToast();
  const offer = () => say('Berth permit saved.', { label: 'Undo', run: () => undefined });

  it('is gone as soon as something else was done, before what is shown is read again', async () => {
    const form = await use(useForm);
    offer();
    await form.attempt(() => Promise.reject(refused));
    expect(current.value?.act).toBeDefined();
    await form.attempt(() => Promise.resolve('saved'));
    expect(current.value).toBeUndefined();

    offer();
    const queries = newQueries();
    await queries
      .getMutationCache()
      .build(queries, { mutationFn: () => Promise.resolve('gone back') })
      .execute(undefined);
    expect(current.value).toBeUndefined();
  });
});

describe('single-key shortcuts', () => {
  const press = (target: EventTarget, key: string, more: KeyboardEventInit = {}) =>
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));

  it('work on the page, not while somebody types, and leave the browser’s own keys alone', async () => {
    const made = vi.fn();
    const view = await use(() => useKeys({ n: made }));
    document.body.insertAdjacentHTML('beforeend', '<input><div role="combobox" tabindex="0"></div>');
    press(document.body, 'n');
    expect(made).toHaveBeenCalledTimes(1);
    press(document.querySelector('input')!, 'n');
    press(document.querySelector('[role=combobox]')!, 'n');
    press(document.body, 'n', { ctrlKey: true });
    press(document.body, 'x');
    expect(made).toHaveBeenCalledTimes(1);
    view.wrapper.unmount();
    press(document.body, 'n');
    expect(made).toHaveBeenCalledTimes(1);
  });

  it('wait while a sheet is open over the page', async () => {
    const made = vi.fn();
    await use(() => useKeys({ n: made }));
    document.body.insertAdjacentHTML('beforeend', '<div role="dialog"></div>');
    const dialog = document.querySelector<HTMLElement>('[role=dialog]')!;
    dialog.checkVisibility = () => true;
    press(document.body, 'n');
    expect(made).not.toHaveBeenCalled();
    dialog.checkVisibility = () => false;
    press(document.body, 'n');
    expect(made).toHaveBeenCalledTimes(1);
  });

  it.each([
    [[], -1, 1, undefined],
    [['a', 'b'], -1, 1, 'a'],
    [['a', 'b'], -1, -1, 'b'],
    [['a', 'b'], 1, 1, 'b'],
    [['a', 'b'], 0, -1, 'a'],
  ])('from %j at %i by %i comes %s', (list, at, step, next) => expect(nextOf(list, at, step)).toBe(next));
});
