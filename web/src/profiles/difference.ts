import type { ProfileForm } from './useProfile';

export type Changes = Record<string, unknown>;

/** Name and passcodes are the profile's own. */
const PARTS = ['colour', 'dpi', 'sides', 'input', 'tone', 'tidy', 'grouping', 'files'] as const;
const SECRET = ['files.protection.passcode', 'files.protection.ownerPasscode'];

function flat(value: unknown, path: string, into: Changes) {
  if (value !== null && typeof value === 'object' && !Array.isArray(value)) {
    for (const [key, part] of Object.entries(value)) flat(part, path ? `${path}.${key}` : key, into);
  } else if (!SECRET.includes(path)) {
    into[path] = value;
  }
}

function settings(form: ProfileForm): Changes {
  const all: Changes = {};
  for (const part of PARTS) flat(form[part], part, all);
  return all;
}

/** What a job has otherwise than its profile, by the setting's path ("tidy.crop"). */
export function difference(base: ProfileForm, own: ProfileForm): Changes {
  const before = settings(base);
  return Object.fromEntries(
    Object.entries(settings(own)).filter(
      ([path, value]) => JSON.stringify(value) !== JSON.stringify(before[path]),
    ),
  );
}

/** The profile with these settings in place of its own. */
export function changed(base: ProfileForm, changes: Changes): ProfileForm {
  const form = JSON.parse(JSON.stringify(base)) as ProfileForm;
  for (const [path, value] of Object.entries(changes)) {
    const steps = path.split('.');
    const last = steps.pop() ?? '';
    let part = form as unknown as Record<string, unknown>;
    for (const step of steps) part = part[step] as Record<string, unknown>;
    part[last] = value;
  }
  return form;
}

/** Which of the strip's stops a setting belongs to. */
export function stopOf(path: string): 'paper' | 'look' | 'tidy' | 'files' {
  if (/^(sides|input)/.test(path) || /^tidy\.(openedBook|eachPaper|gutter|crop|card|portrait)$/.test(path))
    return 'paper';
  if (/^(colour|dpi|tone)/.test(path) || /^tidy\.(fringe|scale|fileDpi)/.test(path)) return 'look';
  return /^tidy/.test(path) ? 'tidy' : 'files';
}
