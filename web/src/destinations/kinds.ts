import type { Schemas } from '@/api/client';

export type Kind = Schemas['DestinationForm']['kind'];
export type Folder = Schemas['FolderSettings'] & { consent: Schemas['ConsentSettings'] };

/** How the ways out are shown, in the order in which an office usually sets them up. */
export const KINDS: { value: Kind; words: string; does: string; folder?: boolean }[] = [
  { value: 'MAIL_TO_ME', words: 'Mail to who scans', does: 'Each person gets their own scans.' },
  { value: 'MAIL_FIXED', words: 'Mail to fixed addresses', does: 'A desk or a team gets them.' },
  {
    value: 'MAIL_CHOSEN',
    words: 'Mail to whom they choose',
    does: 'Chosen at the device, from people or freely.',
  },
  { value: 'SMB', words: 'Network folder', does: 'A share of a file server, SMB 2 or 3.', folder: true },
  { value: 'SFTP', words: 'SFTP folder', does: 'A folder of an SSH server.', folder: true },
  {
    value: 'FTP',
    words: 'FTP or FTPS folder',
    does: 'A folder of an FTP server, with TLS or without.',
    folder: true,
  },
  {
    value: 'WEBDAV',
    words: 'WebDAV folder',
    does: 'A folder of a web server, by its address.',
    folder: true,
  },
  {
    value: 'CLOUD',
    words: 'Cloud folder of who scans',
    does: 'Each person allows Courier in once, with their telephone.',
    folder: true,
  },
  {
    value: 'DESKTOP',
    words: 'Own folder of who scans',
    does: 'The folder destination that belongs to the person.',
  },
  {
    value: 'LINK',
    words: 'Download link',
    does: 'A page of Courier’s own; its address goes by mail to who scans.',
  },
  { value: 'USB', words: 'USB stick in the device', does: 'Works when the office network is down for mail.' },
  { value: 'SHELF', words: 'Shelf of the device', does: 'Stays on the device, in a folder.' },
  { value: 'PRINTER', words: 'Printed copy', does: 'On paper, at this device or another.' },
];

export const kindWords = (kind: Kind) => KINDS.find((k) => k.value === kind)?.words ?? kind;
export const isFolder = (kind: Kind) => KINDS.some((k) => k.value === kind && k.folder);
export const needsMailServer = (kind: Kind) => isMail(kind) || kind === 'LINK';
export const isMail = (kind: Kind) =>
  kind === 'MAIL_TO_ME' || kind === 'MAIL_FIXED' || kind === 'MAIL_CHOSEN';
export const isAtTheDevice = (kind: Kind) => kind === 'USB' || kind === 'SHELF';
/** Whose folders can be looked into from the desk: those of a person cannot. */
export const isBrowsable = (kind: Kind) => isFolder(kind) && kind !== 'CLOUD';

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
