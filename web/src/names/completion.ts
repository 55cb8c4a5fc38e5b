import type { Schemas } from '@/api/client';

/** Where a field or an option is being written: from `start` to `end`, so far with these characters. */
export interface Inside {
  start: number;
  end: number;
  typed: string;
  option: boolean;
}

/** What is being written at the cursor, if that is between braces and not in a text in quotes. */
export function insideField(text: string, cursor: number): Inside | undefined {
  const brace = text.lastIndexOf('{', cursor - 1);
  if (brace < 0 || text[brace - 1] === '{' || text.slice(brace, cursor).includes('}')) return undefined;
  const before = text.slice(brace + 1, cursor);
  if ((before.match(/"/g) ?? []).length % 2 === 1) return undefined;
  const comma = before.lastIndexOf(',');
  const piece = before.slice(comma + 1);
  const lead = piece.length - piece.trimStart().length;
  const start = brace + 1 + comma + 1 + lead;
  const rest = /^[^,{}]*/.exec(text.slice(cursor))?.[0] ?? '';
  const closed = /^[,}]/.test(text.slice(cursor + rest.length));
  return { start, end: closed ? cursor + rest.length : cursor, typed: piece.trimStart(), option: comma >= 0 };
}

/** What could stand there; nothing once it does. */
export function suggestions(inside: Inside, words: Schemas['TemplateWords']): Schemas['Word'][] {
  const otherwise = /^else\s+/.exec(inside.typed);
  const typed = otherwise ? inside.typed.slice(otherwise[0].length) : inside.typed;
  const fields = words.fields.map((word) =>
    otherwise ? { ...word, written: 'else ' + word.written } : word,
  );
  const among = inside.option && !otherwise ? words.options : fields;
  const wanted = typed.toLowerCase();
  if (/[:\s"]/.test(wanted)) return [];
  const own = (word: Schemas['Word']) => word.written.slice(otherwise ? 5 : 0);
  return among
    .filter((word) => own(word).includes(wanted) || word.words.toLowerCase().includes(wanted))
    .sort((a, b) => Number(!own(a).startsWith(wanted)) - Number(!own(b).startsWith(wanted)))
    .filter((word) => own(word) !== wanted);
}
