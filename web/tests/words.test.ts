import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, it, vi } from 'vitest';
import english from '@words/en/panel.json';
import { setZone, when, clock, bytes } from '@/shared/format';
import { bestLanguage, i18n, language, speak, LANGUAGES } from '@/shared/words';

const source = (readdirSync('src', { recursive: true }) as string[])
  .filter((file) => /\.(vue|ts)$/.test(file) && !file.includes('schema.d'))
  .map((file) => readFileSync(join('src', file), 'utf8'))
  .join('\n');
const t = (code: string, values: Record<string, unknown> = {}) => i18n.global.t(code, values);

afterEach(() => speak('en'));

describe('the words of panels', () => {
  it('are all said somewhere', () => {
    // A state's words are found by its name.
    const unused = Object.keys(english).filter(
      (code) => !source.includes(`'${code}'`) && !code.startsWith('state.'),
    );
    expect(unused).toEqual([]);
  });

  it.each(Object.keys(LANGUAGES))('are all there and filled in %s', async (tag) => {
    await speak(tag);
    for (const code of Object.keys(english)) {
      const pattern = String((i18n.global.getLocaleMessage(tag as 'en') as Record<string, string>)[code]);
      expect(pattern, code).not.toBe('undefined');
      const names = [...pattern.matchAll(/{(\w+)/g)].map((found) => found[1] ?? '');
      const said = t(code, Object.fromEntries(names.map((name) => [name, name === 'n' ? 3 : 'X'])));
      expect(said, code).not.toMatch(/[{}]|undefined/);
    }
    expect(document.documentElement.lang).toBe(tag);
  });

  // Plural forms: Unicode CLDR 48, cardinal rules; the browser's own tables
  it('follow the plural and the figures of the language', async () => {
    expect(t('scan.files', { n: 1 })).toBe('One file');
    await speak('de');
    expect(t('jobs.in-feeder', { n: 1200 })).toBe('1.200 Bl\u00e4tter liegen im Einzug. Wohin damit?');
    await speak('fr');
    expect(t('scan.people', { n: 0 })).toBe('0 personne');
    expect(bytes(1_572_864)).toBe('1,5 Mo');
  });

  it('write days as the language does', async () => {
    setZone('Europe/Berlin');
    expect(when('2026-03-05T11:07:00Z')).toBe('5 Mar 12:07');
    await speak('de');
    expect(when('2026-03-05T11:07:00Z')).toBe('5. M\u00e4rz 12:07');
    expect(clock('2026-03-05T11:07:00Z')).toBe('12:07');
  });

  it('are those of the first language that is spoken', () => {
    expect(bestLanguage(['it-IT', 'de-CH', 'en'])).toBe('de');
    expect(bestLanguage(['ja'])).toBe('en');
  });

  it('go on in the language that is there when another cannot be loaded', async () => {
    vi.resetModules();
    vi.doMock('@words/fr/panel.json', () => {
      throw new TypeError('the network is away');
    });
    const fresh = await import('@/shared/words');
    await fresh.speak('fr');
    expect(fresh.language()).toBe('en');
    vi.doUnmock('@words/fr/panel.json');
    await fresh.speak('fr');
    expect(fresh.language()).toBe('fr');
  });

  it('stay with the language that was asked for last', async () => {
    await Promise.all([speak('es'), speak('fr')]);
    expect(language()).toBe('fr');
  });
});
