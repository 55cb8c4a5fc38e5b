import { KINDS } from '@/destinations/kinds';
import { KNOWN } from './kinds';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '@/api/client';
import { heading, pathOf } from '@/today/headings';

const trouble = (more: Partial<Schemas['Trouble']>) =>
  ({
    routeId: 'r1',
    routeName: 'Harbour Post',
    kind: 'MAIL_TO_ME',
    cause: '',
    ...more,
  }) as Schemas['Trouble'];

/** The names of an enumeration's values, from the rules that the server goes by. */
function causes(file: string): string[] {
  const source = readFileSync(`../core/src/main/java/inky/courier/core/${file}.java`, 'utf8');
  return [...source.matchAll(/^ {4}([A-Z][A-Z_]+)\(/gm)].map((found) => found[1] ?? '');
}

/** Nothing better can be said of these than that it does not take scans. */
const PLAIN = [
  'REFUSED',
  'CONTENT_DIFFERS',
  'TLS_FAILED',
  'TLS_NOT_OFFERED',
  'CERTIFICATE_OTHER_NAME',
  'CERTIFICATE_NOT_YET',
];

KINDS.value = KNOWN;

describe('Today says of a route what is wrong with it', () => {
  it.each([
    'connection/ConnectionCause',
    'mail/MailCause',
    'transfer/TransferCause',
    'print/PrintCause',
    'delivery/CourierCause',
  ])('every cause of %s that people can do something about has words of its own', (file) => {
    const found = causes(file);
    expect(found.length).toBeGreaterThan(3);
    const without = found.filter((cause) => heading(trouble({ cause })).endsWith('does not take scans'));
    expect(without.filter((cause) => !PLAIN.includes(cause))).toEqual([]);
  });

  it.each([
    ['MAIL_FIXED', '/mail-servers/r1'],
    ['LINK', '/mail-servers/r1'],
    ['SMB', '/destinations/r1'],
    ['CLOUD', '/destinations/r1'],
    ['USB', '/devices'],
    ['PRINTER', '/devices/r1'],
  ] as const)('%s is mended at %s', (kind, path) => expect(pathOf(trouble({ kind }))).toBe(path));
});
