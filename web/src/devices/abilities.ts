import type { Schemas } from '@/api/client';
import { figure, isoDay } from '@/shared/format';

type Abilities = Schemas['DeviceAbilities'];

/** A device without feeder and glass only prints, and nobody stands before its panel to scan. */
export function scans(a: Abilities): boolean {
  return a.feeder || a.glass;
}

/** How a device is reached, as the trade calls it. */
export const protocols: Record<Schemas['DeviceView']['protocol'], string> = {
  IPP: 'IPP',
  ESCL: 'eSCL',
  SANE: 'SANE',
  MAIL: 'Only sends scans',
};

/** What a device can do, each in a few words. */
export function abilityRows(
  a: Abilities,
  protocol: Schemas['DeviceView']['protocol'],
  encrypted = false,
): { name: string; words: string }[] {
  if (protocol === 'MAIL') {
    return [
      {
        name: 'Scanner',
        words: 'sends its scans by mail or as files; nothing can be started there from here',
      },
    ];
  }
  if (!scans(a)) {
    return [
      { name: 'Scanner', words: 'none, it only prints' },
      ...(a.media.length ? [{ name: 'Largest paper', words: largest(a.media) }] : []),
    ];
  }
  return [
    {
      name: 'Paper in',
      words: [
        a.feeder ? (a.feederSheets ? `feeder for ${a.feederSheets} sheets` : 'feeder') : '',
        a.glass ? 'glass' : '',
      ]
        .filter(Boolean)
        .join(', '),
    },
    { name: 'Sides', words: a.bothSides ? 'both at once' : 'one side only' },
    { name: 'Colour', words: a.colour ? 'colour and grey' : 'grey only' },
    { name: 'Resolution', words: a.resolutions.join(', ') + ' dpi' },
    { name: 'Largest paper', words: largest(a.media) },
    { name: 'Panel', words: a.panelPlaces ? `${a.panelPlaces} places for jobs` : 'no panel' },
    { name: 'Protocol', words: `${protocols[protocol]}, ${encrypted ? 'encrypted' : 'not encrypted'}` },
    { name: 'Cards', words: a.cardReader ? 'card reader fitted' : 'no card reader' },
  ];
}

/** What a device tells of itself by SNMP. */
export function detailRows(details: Schemas['DeviceDetails']): { name: string; words: string }[] {
  return [
    { name: 'Serial number', words: details.serialNumber },
    { name: 'Sides printed', words: details.printed ? figure(details.printed) : '' },
    { name: 'Display', words: details.display },
    { name: 'Description', words: details.description },
  ].filter((row) => row.words);
}

/** Sizes are named by PWG 5101.1: class, name and size, parted by underscores. */
function largest(media: string[]): string {
  const sized = media
    .map((name) => {
      const [, label = name, size = ''] = name.split('_');
      const [width = 0, height = 0] = size.replace(/mm|in/, '').split('x').map(Number);
      return { label, area: width * height * (size.endsWith('in') ? 645 : 1) };
    })
    .sort((a, b) => b.area - a.area);
  const first = sized[0]?.label ?? 'not told';
  return first.charAt(0).toUpperCase() + first.slice(1);
}

/** "Feeder and glass, both sides, 11 jobs" */
export function abilityLine(a: Abilities): string {
  if (!scans(a)) {
    return a.prints ? 'prints only' : 'sends its scans';
  }
  return [
    [a.feeder ? 'feeder' : '', a.glass ? 'glass' : ''].filter(Boolean).join(' and '),
    a.bothSides ? 'both sides' : 'one side',
    a.colour ? 'colour' : 'grey',
    `${a.panelPlaces} places`,
  ].join(', ');
}

/** When the certificate ends that a device showed last. */
export const certificateRows = (ends: string | null | undefined) =>
  ends ? [{ name: 'Certificate', words: `ends ${isoDay(ends)}` }] : [];
