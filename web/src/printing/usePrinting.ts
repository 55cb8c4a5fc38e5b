import { useDebounceFn } from '@vueuse/core';
import { computed, reactive, shallowRef, watch } from 'vue';
import type { Schemas } from '@/api/client';
import { said, type Words } from '@/shared/words';

export type PrintForm = Schemas['PrintForm'];
type Preview = Schemas['PrintPreview'];
type Choices = Schemas['PrintChoices'];
export type Chosen = {
  deviceId?: string;
  file?: number;
  copies: number;
  sides: Choices['sides'][number];
  colour: Choices['colours'][number];
  staple: boolean;
  scaling: Choices['scalings'][number];
  perSide: Choices['perSide'][number];
  pages: string;
  tray: string;
};

/** What is chosen for paper, and what would come out of it, which is asked anew after each change. */
export function usePrinting(look: (form: PrintForm) => Promise<Preview | undefined>) {
  const chosen = reactive<Chosen>({
    copies: 1,
    sides: 'AS_SET',
    colour: 'AS_SET',
    staple: false,
    scaling: 'AS_SET',
    perSide: 'ONE',
    pages: '',
    tray: '',
  });
  const preview = shallowRef<Preview>();
  let last = 0;
  async function refresh() {
    const mine = ++last;
    const seen = await look({ ...chosen });
    // What was asked later may have been answered before.
    if (mine === last) preview.value = seen;
  }
  const soon = useDebounceFn(refresh, 200);
  watch(chosen, soon);
  const choices = computed(() => preview.value?.choices ?? undefined);
  return { chosen, preview, choices, refresh };
}

const PER_SIDE = { ONE: '1', TWO: '2', FOUR: '4', SIX: '6', NINE: '9', SIXTEEN: '16' } as const;
const WORDS = {
  AS_SET: 'print.as-set',
  ONE: 'print.sides-one',
  LONG_EDGE: 'print.sides-long',
  SHORT_EDGE: 'print.sides-short',
  COLOUR: 'print.colour-colour',
  GREY: 'print.colour-grey',
  FIT: 'print.scaling-fit',
  FILL: 'print.scaling-fill',
  NONE: 'print.scaling-none',
} as const satisfies Record<string, Words>;

type Say = (code: Words) => string;

/** What can be chosen, in words: of the panel's language, or of the desk's. */
export function optionsOf(choices: Choices, say: Say = said) {
  const named = <T extends keyof typeof WORDS>(values: T[]) =>
    values.map((value) => ({ value, words: say(WORDS[value]) }));
  return {
    sides: named(choices.sides),
    colour: named(choices.colours),
    scaling: named(choices.scalings),
    perSide: choices.perSide.map((value) => ({ value, words: PER_SIDE[value] })),
    tray: [
      { value: '', words: say('print.tray-any') },
      ...choices.trays.map(({ keyword, size }) => ({
        value: keyword,
        words: [trayName(keyword), paperName(size)].filter(Boolean).join(', '),
      })),
    ],
  };
}

/** A keyword of `media-source` (PWG 5101.1) as people read it: tray-2 is Tray 2. */
const trayName = (keyword: string) => {
  const words = keyword.replaceAll('-', ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
};

/** A name of PWG 5101.1, class_name_size, as people say it: iso_a4_210x297mm is A4. */
const paperName = (size: string) => {
  const name = /^[a-z]+_([a-z0-9-]+)_/.exec(size)?.[1];
  return name ? name.charAt(0).toUpperCase() + name.slice(1) : size;
};
