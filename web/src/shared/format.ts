/** Times are told in the office's zone, whatever the zone of the browser. */
let zone = 'UTC';

/** How days and figures are written; English ones in the order of the desk. */
let writing = 'en-GB';

export function setFormats(language: string) {
  writing = language === 'en' ? 'en-GB' : language;
}

export function setZone(id: string) {
  // Java also knows zones that browsers do not; those tell the browser's own time.
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: id });
    zone = id;
  } catch {
    zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  }
}

/** Each is made once: making one takes a hundred times as long as writing a time with it, and a list writes hundreds. */
const formats = new Map<string, Intl.DateTimeFormat>();

function written(at: Date, language: string, options: Intl.DateTimeFormatOptions): string {
  const key = JSON.stringify([language, options]);
  let format = formats.get(key);
  if (!format) {
    format = new Intl.DateTimeFormat(language, options);
    formats.set(key, format);
  }
  return format.format(at);
}

function part(at: Date, options: Intl.DateTimeFormatOptions): string {
  return written(at, writing, { timeZone: zone, ...options });
}

/** "10:42" */
export function clock(at: string | Date): string {
  return part(new Date(at), { hour: '2-digit', minute: '2-digit' });
}

/** "10:42:16" */
export function clockSeconds(at: string | Date): string {
  return part(new Date(at), { hour: '2-digit', minute: '2-digit', second: '2-digit' });
}

/** "Tuesday 24 November" */
export function longDay(at: string | Date): string {
  return part(new Date(at), { weekday: 'long', day: 'numeric', month: 'long' }).replace(',', '');
}

/** "Tuesday" */
export function weekday(at: string | Date): string {
  return part(new Date(at), { weekday: 'long' });
}

/** "2026-11-24", the day in the office */
export function isoDay(at: string | Date): string {
  return written(new Date(at), 'sv-SE', { timeZone: zone });
}

/** "2026-11-24 06:00", as the clock on the office's wall shows it */
export function wallClock(at: string | Date): string {
  return written(new Date(at), 'sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' });
}

/**
 * The moment at which the clock in the office shows this, as {@link wallClock} writes it. A time that a night of daylight saving
 * skips is as much later; of one that comes twice it is the first.
 */
export function momentOf(wall: string): Date {
  const asUtc = new Date(wall.replace(' ', 'T') + 'Z').getTime();
  const MINUTE = 60_000;
  const offset = (at: number) => {
    const minute = Math.floor(at / MINUTE) * MINUTE;
    return new Date(wallClock(new Date(minute)).replace(' ', 'T') + 'Z').getTime() - minute;
  };
  const DAY = 86_400_000;
  const before = asUtc - offset(asUtc - DAY);
  const after = asUtc - offset(asUtc + DAY);
  const shows = (at: number) => at + offset(at) === asUtc;
  return new Date(shows(before) || !shows(after) ? before : after);
}

/** "24 November 2026", of a day by ISO 8601 that is in no zone */
export function dayOf(iso: string): string {
  const at = new Date(iso + 'T12:00:00Z');
  return Number.isNaN(at.getTime())
    ? iso
    : written(at, writing, { timeZone: 'UTC', day: 'numeric', month: 'long', year: 'numeric' });
}

/** Today only the clock, else also the day. */
export function when(at: string): string {
  return isoDay(at) === isoDay(new Date())
    ? clock(at)
    : part(new Date(at), { day: 'numeric', month: 'short' }) + ' ' + clock(at);
}

/** The whole truth, for a title on hover. */
export function exact(at: string): string {
  return longDay(at) + ' ' + clockSeconds(at);
}

/** "just now", "4 min ago", "2 h ago", "3 days ago" */
export function ago(at: string): string {
  const seconds = Math.max(0, (Date.now() - new Date(at).getTime()) / 1000);
  if (seconds < 45) return 'just now';
  if (seconds < 3600) return `${Math.round(seconds / 60)} min ago`;
  if (seconds < 86_400) return `${Math.round(seconds / 3600)} h ago`;
  const days = Math.round(seconds / 86_400);
  return days === 1 ? 'yesterday' : `${days} days ago`;
}

/** "1 h 30 min" */
export function lasting(since: string, until: string | number = Date.now()): string {
  const minutes = Math.max(1, Math.round((new Date(until).getTime() - new Date(since).getTime()) / 60_000));
  if (minutes < 60) return `${minutes} min`;
  if (minutes < 48 * 60) return `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  return `${Math.round(minutes / 1440)} days`;
}

/** In KB, MB and GB as mail servers count them. */
export function bytes(count: number): string {
  if (count < 1024) return `${count} bytes`;
  const power = count >= 1024 ** 3 ? 3 : count >= 1024 ** 2 ? 2 : 1;
  const digits = {
    minimumFractionDigits: power > 1 ? 1 : 0,
    maximumFractionDigits: power > 1 ? 1 : 0,
    useGrouping: false,
  };
  const figure = (count / 1024 ** power).toLocaleString(writing, digits);
  const unit = writing === 'fr' ? 'o' : 'B';
  return `${figure} ${' KMG'[power]}${unit}`;
}

/** A sentence told after a colon: "There is no space left." becomes "there is no space left". */
export function afterColon(sentence: string): string {
  return (sentence.charAt(0).toLowerCase() + sentence.slice(1)).replace(/\.$/, '');
}

/** A device where it stands: "Quay House, Front desk"; many have no place. */
export function whereIs(place: string, name: string): string {
  return [place, name].filter(Boolean).join(', ');
}

/** 12,345 */
/** Who scanned; of somebody who was forgotten nothing is known. */
export const personOf = (row: { personName: string }) => row.personName || 'A forgotten person';

export const figure = (number: number) => number.toLocaleString(writing);

/** "1 page", "3 pages" */
export function count(number: number, one: string, many = one + 's'): string {
  return `${figure(number)} ${number === 1 ? one : many}`;
}

const WORDS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** Small numbers as words, for titles. */
export function word(number: number): string {
  return WORDS[number] ?? String(number);
}
