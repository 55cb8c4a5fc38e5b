import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { findable, SETTINGS } from '@/app/findable';
import { router } from '@/app/routes';

const all = findable(router.getRoutes());

test('every view that needs no other thing is found, once', () => {
  const paths = all.filter((hit) => hit.kind === 'Go').map((hit) => hit.path);
  expect(new Set(paths).size).toBe(paths.length);
  expect(paths).toEqual(expect.arrayContaining(['/', '/fleet', '/alerts/rules', '/inboxes', '/people']));
  expect(paths.filter((path) => path.includes(':') || path.startsWith('/panel/'))).toEqual([]);
});

test('what can be opened is there', () => {
  for (const hit of all) {
    expect(router.resolve(hit.path).name, hit.path).not.toBe('Nothing here');
  }
});

test('every part of the settings is found by its heading', () => {
  const folder = join(process.cwd(), 'src/settings');
  const headings = readdirSync(folder)
    .filter((file) => file.endsWith('.vue'))
    .flatMap((file) => [
      ...readFileSync(join(folder, file), 'utf8').matchAll(/<h2 id="([\w-]+)">([^<]+)<\/h2>/g),
    ])
    .map(([, id, words]) => [id, words]);
  expect(Object.fromEntries(headings)).toEqual(SETTINGS);
});
