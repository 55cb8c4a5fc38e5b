/** What is to be done when somebody else has saved the same thing while this form was open. */
export interface Meanwhile {
  /** What is stored by now, as the form would show it. */
  theirs: () => Promise<object>;
  /** What the form shows. */
  mine: () => object;
  /** Shows what is stored instead. */
  take: () => void;
  /** Saves over what is stored. */
  insist: () => void;
}

export interface Differing {
  name: string;
  theirs: string;
  mine: string;
}

/** Each value that is other in the one than in the other, by its place in words. */
export function differing(theirs: object, mine: object): Differing[] {
  const a = new Map<string, string>();
  const b = new Map<string, string>();
  put(a, '', theirs);
  put(b, '', mine);
  return [...new Set([...a.keys(), ...b.keys()])]
    .filter((name) => (a.get(name) ?? '') !== (b.get(name) ?? ''))
    .map((name) => ({ name, theirs: a.get(name) ?? '', mine: b.get(name) ?? '' }));
}

function put(values: Map<string, string>, path: string, value: unknown) {
  if (Array.isArray(value)) {
    values.set(
      path,
      value.map((part) => (typeof part === 'object' ? JSON.stringify(part) : String(part))).join(', '),
    );
  } else if (value !== null && typeof value === 'object') {
    for (const [key, part] of Object.entries(value))
      put(values, path ? `${path}, ${words(key)}` : words(key), part);
  } else if (value !== null && value !== undefined && value !== '') {
    // What was typed as a secret is not shown.
    if (/pass|secret/.test(path)) values.set(path, 'a new one');
    else values.set(path, typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value));
  }
}

const words = (key: string) =>
  key
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
    .replace(/ ids?$/, '');
