import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, ref, useId, type Ref } from 'vue';
import { api, ask } from '@/api/client';
import { insideField, suggestions } from './completion';

/** What a text with fields is for; not every field is known there. */
export type Use = 'FILE_NAME' | 'SUBJECT' | 'BODY' | 'STAMP';

/** A field that is not saved yet. @param words what it gives */
export interface OwnField {
  written: string;
  words: string;
}

/**
 * Fields and options are completed while a text is written.
 *
 * @param input where it is
 * @param own fields of what is being edited, which the server does not know yet
 */
export function useCompletion(
  template: Ref<string>,
  input: Ref<HTMLInputElement | HTMLTextAreaElement | undefined>,
  use: Use,
  own: () => readonly OwnField[] = () => [],
) {
  const words = useQuery({
    queryKey: ['template-words', use],
    queryFn: () => ask(api.GET('/api/names/words', { params: { query: { use } } })),
    staleTime: 60_000,
  });
  const known = computed(() => {
    const seen = words.data.value;
    if (!seen) return undefined;
    const more = own()
      .map((field) => ({ group: '', ...field }))
      .filter((one) => !seen.fields.some((field) => field.written === one.written));
    return { ...seen, fields: [...more, ...seen.fields] };
  });
  const list = useId();
  const cursor = ref(-1);
  const chosen = ref(0);
  const inside = computed(() => (cursor.value < 0 ? undefined : insideField(template.value, cursor.value)));
  const offered = computed(() => (inside.value && known.value ? suggestions(inside.value, known.value) : []));
  const open = computed(() => offered.value.length > 0);
  function look() {
    cursor.value = input.value?.selectionStart ?? -1;
    chosen.value = 0;
  }
  const close = () => (cursor.value = -1);

  async function replace(from: number, to: number, text: string) {
    template.value = template.value.slice(0, from) + text + template.value.slice(to);
    await nextTick();
    input.value?.focus();
    input.value?.setSelectionRange(from + text.length, from + text.length);
  }
  async function take(index: number) {
    const word = offered.value[index];
    const where = inside.value;
    if (!word || !where) return;
    const text = template.value;
    const rest = text.slice(where.end);
    const lead = where.option && !/\s$/.test(text.slice(0, where.start)) ? ' ' : '';
    await replace(where.start, where.end, lead + word.written + (/^\s*[,}]/.test(rest) ? '' : '}'));
    close();
  }
  async function put(field: string) {
    const at = input.value?.selectionStart ?? template.value.length;
    const gap = at > 0 && !/[\s_-]$/.test(template.value.slice(0, at)) ? ' ' : '';
    await replace(at, at, gap + field);
    close();
  }
  function key(event: KeyboardEvent) {
    if (!open.value) return;
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) chosen.value = (chosen.value + step + offered.value.length) % offered.value.length;
    else if (event.key === 'Enter' || event.key === 'Tab') void take(chosen.value);
    else if (event.key === 'Escape') close();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
  return { words, list, chosen, offered, open, look, close, take, put, key };
}
