import type { Schemas } from '@/api/client';

export type Zone = Schemas['Zone'];

/** The page as it is drawn on, in millimetres. */
export interface Sheet {
  widthMm: number;
  heightMm: number;
}

/** A zone is no smaller than a short line of small print. */
const LEAST_MM = 2;

const tenths = (mm: number) => Math.round(mm * 10) / 10;
const within = (value: number, most: number) => Math.min(Math.max(0, value), most);

/** The zone between two corners, which are fractions of the sheet; wherever they were put, it lies on the sheet. */
export function between(zone: Zone, sheet: Sheet, a: [number, number], b: [number, number]): Zone {
  const [left, right] = [within(a[0], 1), within(b[0], 1)].sort((x, y) => x - y) as [number, number];
  const [top, bottom] = [within(a[1], 1), within(b[1], 1)].sort((x, y) => x - y) as [number, number];
  return onSheet(
    {
      ...zone,
      left: left * sheet.widthMm,
      top: top * sheet.heightMm,
      width: (right - left) * sheet.widthMm,
      height: (bottom - top) * sheet.heightMm,
    },
    sheet,
  );
}

/** The same zone moved onto the sheet where it does not lie on it. */
export function onSheet(zone: Zone, sheet: Sheet): Zone {
  const width = tenths(within(Math.max(LEAST_MM, zone.width), sheet.widthMm));
  const height = tenths(within(Math.max(LEAST_MM, zone.height), sheet.heightMm));
  return {
    ...zone,
    width,
    height,
    left: tenths(within(zone.left, sheet.widthMm - width)),
    top: tenths(within(zone.top, sheet.heightMm - height)),
  };
}

/** A short name that no other zone has. */
export function freeKey(zones: readonly Zone[]): string {
  const taken = new Set(zones.map((zone) => zone.key));
  for (let n = 1; ; n++) {
    const key = n === 1 ? 'number' : `number-${n}`;
    if (!taken.has(key)) return key;
  }
}

/** Which page of its file each scanned page is, by the scanned page's number. */
export function placesInFiles(files: readonly { scanned: number[] }[]): Map<number, number> {
  const places = new Map<number, number>();
  for (const file of files) file.scanned.forEach((number, i) => places.set(number, i + 1));
  return places;
}
