import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

/** What a view refines for itself; every other class of its own has a name that the whole desk does not use. */
const REFINED = ['actions', 'button', 'is-wrong', 'mono', 'number', 'quiet', 'raised', 'table'];
const CLASS = /^\.([a-z][a-z-]*)\b[^{]*\{/gm;
const classesOf = (css: string) => new Set([...css.matchAll(CLASS)].map((found) => found[1] ?? ''));

describe('classes of a view', () => {
  const everywhere = classesOf(readFileSync('src/styles/base.scss', 'utf8'));
  const views = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((file) =>
    file.endsWith('.vue'),
  );

  it('are its own, so that nothing of the desk comes along unseen', () => {
    expect(everywhere.size).toBeGreaterThan(10);
    const taken = views.flatMap((file) => {
      const style = /<style[^>]*scoped[^>]*>([\s\S]*?)<\/style>/.exec(
        readFileSync(join('src', file), 'utf8'),
      );
      return [...classesOf(style?.[1] ?? '')]
        .filter((name) => everywhere.has(name) && !REFINED.includes(name))
        .map((name) => `${file}: .${name}`);
    });
    expect(taken).toEqual([]);
  });
});
