import type { Schemas } from '@/api/client';
import { kindOf, type Kind } from './kinds';

export type Field = Schemas['FieldView'];
export type Settings = Record<string, unknown>;

const part = (value: unknown, name: string) =>
  typeof value === 'object' && value !== null ? (value as Settings)[name] : undefined;

/** What is entered for a field, or what is usual. */
export function valueOf(settings: Settings, kind: Kind, name: string): unknown {
  const names = name.split('.');
  return names.reduce(part, settings) ?? names.reduce(part, kindOf(kind)?.usual as unknown);
}

/** The same settings with another value for a field. */
export function withValue(settings: Settings, name: string, value: unknown): Settings {
  const [first = '', ...rest] = name.split('.');
  if (!rest.length) return { ...settings, [first]: value };
  return { ...settings, [first]: withValue((settings[first] ?? {}) as Settings, rest.join('.'), value) };
}

/** What the kind has of them: others were entered for a kind that was chosen before. */
export function fitting(settings: Settings, kind: Kind): Settings {
  const usual = kindOf(kind)?.usual;
  return usual ? Object.fromEntries(Object.entries(settings).filter(([name]) => name in usual)) : settings;
}

/** What is to be entered as things stand. */
export function shownFields(settings: Settings, kind: Kind): Field[] {
  return (kindOf(kind)?.fields ?? []).filter((field) =>
    field.conditions.every(({ field: name, pattern }) =>
      new RegExp(pattern).test(String(valueOf(settings, kind, name) ?? '')),
    ),
  );
}

/** Fields that one step of the probe tries stand in one row beside it. */
export function rowsOf(fields: Field[]): { step?: string | null; fields: Field[] }[] {
  const rows: { step?: string | null; fields: Field[] }[] = [];
  for (const field of fields) {
    const last = rows.at(-1);
    if (last && last.step === field.step) last.fields.push(field);
    else rows.push({ step: field.step, fields: [field] });
  }
  return rows;
}
