import { IntlMessageFormat } from 'intl-messageformat';
import { createI18n, useI18n, type MessageFunction } from 'vue-i18n';
import { inject, type InjectionKey, type Ref } from 'vue';
import english from '@words/en/panel.json';
import { setFormats } from './format';

/** The languages that panels, phones and download pages speak, each by its own name. */
export const LANGUAGES = { en: 'English', de: 'Deutsch', es: 'Español', fr: 'Français' } as const;
export type Language = keyof typeof LANGUAGES;
/** Those beside the first, in which everything is written. */
export const OTHERS = Object.entries(LANGUAGES).filter(([code]) => code !== 'en');
/** What is said, by its code in the catalogues. */
export type Words = keyof typeof english;

const CATALOGUES: Record<Exclude<Language, 'en'>, () => Promise<{ default: Record<string, string> }>> = {
  de: () => import('@words/de/panel.json'),
  es: () => import('@words/es/panel.json'),
  fr: () => import('@words/fr/panel.json'),
};

export const i18n = createI18n({
  legacy: false,
  locale: 'en' as Language,
  fallbackLocale: 'en' as Language,
  messages: { en: english } as Partial<Record<Language, Record<string, string>>>,
  // Codes have dots of their own, and the catalogues are in ICU's form, as on the server.
  messageResolver: (all, code) => (all as Record<string, string>)[code] ?? null,
  messageCompiler: (pattern, { locale }) => {
    const format = new IntlMessageFormat(String(pattern), locale);
    return ((context: { values: Record<string, unknown> }) =>
      String(format.format(context.values))) as MessageFunction<string>;
  },
});

const isSpoken = (tag: string): tag is Language => tag in LANGUAGES;

/** The first of what somebody prefers that Courier speaks. */
export function bestLanguage(tags: readonly string[]): Language {
  return tags.map((tag) => tag.split('-')[0] ?? '').find(isSpoken) ?? 'en';
}

/** In which language the server is asked to answer. */
export const language = (): Language => i18n.global.locale.value;

let wanted: Language = 'en';

/** Loads the words of a language, once. @returns whether they are there: the line may be away */
export async function load(one: Language): Promise<boolean> {
  if (one === 'en' || i18n.global.availableLocales.includes(one)) return true;
  try {
    i18n.global.setLocaleMessage(one, (await CATALOGUES[one]()).default);
    return true;
  } catch {
    return false;
  }
}

/** Loads a language and speaks it from then on; of two that are asked for, the later one stays. */
export async function speak(tag: string): Promise<void> {
  const best = bestLanguage([tag]);
  wanted = best;
  // Without its words everything goes on in the language that is there, and the next time this is tried again.
  if (!(await load(best))) return;
  if (wanted !== best) return;
  i18n.global.locale.value = best;
  setFormats(best);
  document.documentElement.lang = best;
  document.documentElement.dir = 'ltr';
}

/** Words outside of a view. */
export const said = (code: Words): string => i18n.global.t(code);

/** The language of a part of a view that is another than the view's: a picture of a panel at the desk. */
export const SPOKEN_HERE: InjectionKey<Ref<Language>> = Symbol('language');

/** Words of a view. */
export function useWords() {
  const { t } = useI18n();
  const here = inject(SPOKEN_HERE, undefined);
  return {
    t: (code: Words, values: Record<string, unknown> = {}) =>
      here ? t(code, values, { locale: here.value }) : t(code, values),
  };
}
