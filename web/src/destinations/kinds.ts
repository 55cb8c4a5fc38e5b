import type { Schemas } from '@/api/client';
import kinds from '@/api/destination-kinds.json';

export type Kind = Schemas['DestinationForm']['kind'];
export type Folder = Schemas['FolderSettings'] & { consent: Schemas['ConsentSettings'] };

/** What the server knows of the ways out, in the order in which an office usually sets them up. */
export const KINDS = kinds as {
  kind: Kind;
  family: Family;
  through: string | null;
  words: string;
  does: string;
}[];
type Family =
  'MAIL' | 'SERVER_FOLDER' | 'CLOUD_FOLDER' | 'PERSONS_FOLDER' | 'DEVICE_STORAGE' | 'LINK' | 'PAPER';

const of = new Map(KINDS.map((one) => [one.kind, one]));
const isOf = (kind: Kind, ...families: Family[]) => families.includes(of.get(kind)?.family as Family);
export const kindWords = (kind: Kind) => of.get(kind)?.words ?? kind;
export const isFolder = (kind: Kind) => isOf(kind, 'SERVER_FOLDER', 'CLOUD_FOLDER');
export const needsMailServer = (kind: Kind) => of.get(kind)?.through === 'MAIL_SERVER';
export const isMail = (kind: Kind) => isOf(kind, 'MAIL');
export const isAtTheDevice = (kind: Kind) => isOf(kind, 'DEVICE_STORAGE');
/** Whose folders can be looked into from the desk: those of a person cannot. */
export const isBrowsable = (kind: Kind) => isOf(kind, 'SERVER_FOLDER');

export const WHEN_TAKEN: { value: Folder['whenTaken']; words: string }[] = [
  { value: 'NUMBER', words: 'Add a number' },
  { value: 'REPLACE', words: 'Replace it' },
  { value: 'REFUSE', words: 'Refuse' },
];
export const SIDECARS: { value: Folder['sidecar']; words: string }[] = [
  { value: 'NONE', words: 'Nothing' },
  { value: 'JSON', words: 'JSON' },
  { value: 'XML', words: 'XML' },
  { value: 'CSV', words: 'CSV' },
];

export const BLANK_FOLDER: Folder = {
  host: '',
  port: 0,
  share: '',
  path: '',
  account: '',
  domain: '',
  encryption: 'TLS',
  certificateCheck: 'MUST_BE_VALID',
  fingerprint: '',
  passive: true,
  signsInByKey: false,
  whenTaken: 'NUMBER',
  makeFolders: true,
  sidecar: 'NONE',
  atOnce: 4,
  consent: { codes: '', tokens: '', revocation: '', clientId: '', scope: '' },
  mustEncrypt: false,
};

/** The customary port, for the hint beside an empty one. */
export function usualPort(kind: Kind, encryption: Folder['encryption']): number {
  if (kind === 'SMB') return 445;
  if (kind === 'SFTP') return 22;
  return encryption === 'TLS' ? 990 : 21;
}
