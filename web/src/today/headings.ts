import type { Schemas } from '@/api/client';
import { isAtTheDevice, isFolder } from '@/destinations/kinds';

type Trouble = Schemas['Trouble'];

/** What is said of a route after its name, by cause. */
const HEADINGS: Record<string, string> = {
  SIGN_IN_REFUSED: 'refuses the sign-in',
  SIGN_IN_TOO_WEAK: 'wants an app password',
  TOO_LARGE: 'does not take scans this large',
  NOT_REACHED: 'does not answer',
  NAME_NOT_FOUND: 'cannot be found by its name',
  SENDER_REFUSED: 'does not allow the sender',
  ADDRESS_NOT_TAKEN: 'does not take such an address',
  RECIPIENT_UNKNOWN: 'does not know a recipient',
  RELAY_REFUSED: 'does not pass mail on',
  CERTIFICATE_EXPIRED: 'has a certificate that has expired',
  CERTIFICATE_CHANGED: 'shows another certificate',
  CERTIFICATE_UNKNOWN: 'shows a certificate nobody vouches for',
  SERVER_FULL: 'has no room',
  TRY_LATER: 'asks to try later',
  LINE_LOST: 'broke the line',
  NO_SPACE: 'has no space left',
  NAME_TAKEN: 'has a file of that name already',
  NAME_REFUSED: 'refuses the file name',
  LEADS_ELSEWHERE: 'has a folder that may lead elsewhere',
  FOLDER_NOT_FOUND: 'has no such folder',
  SHARE_NOT_FOUND: 'has no such share',
  NOT_ALLOWED_IN: 'does not let the account in',
  NOT_ALLOWED_TO_WRITE: 'does not let the account write',
  PASSWORD_EXPIRED: 'says the password has expired',
  ACCOUNT_LOCKED: 'has locked the account',
  ACCOUNT_CLOSED: 'has closed the account',
  HOST_KEY_CHANGED: 'shows another key',
  HOST_KEY_UNKNOWN: 'has a key nobody has accepted',
  NO_OWN_FOLDER: 'has no folder for someone',
  BUSY: 'is busy',
  FILE_TOO_LARGE: 'does not take files this large',
  NO_CONSENT: 'waits for someone’s consent',
  CONSENT_ENDED: 'is no longer allowed into someone’s folder',
  CONSENT_NOT_OFFERED: 'gives no codes',
  TOKEN_RAN_OUT: 'ended a permission early',
  NO_STICK: 'has no stick',
  NO_STORAGE: 'has no storage',
  MUST_BE_ENCRYPTED: 'gets encrypted files only',
  STOPPED: 'has stopped printing',
  NOT_SO: 'cannot print as it is asked to',
  NOT_SMTP: 'does not speak as a mail server does',
  NOT_THIS_PROTOCOL: 'does not speak this protocol',
  ENCRYPTION_NEEDED: 'wants the line encrypted',
  SIGN_IN_NEEDED: 'requires someone to sign in',
  RECIPIENT_FULL: 'says that a mailbox is full',
  CONTENT_REFUSED: 'refuses what is in the mail',
  NO_ADDRESS_FOR_LINKS: 'cannot send links before Courier has an address',
  CLOCK_DIFFERS: 'has a clock that differs',
  DATA_LINE: 'does not open the second line',
  MOVED: 'has moved to another address',
  CANNOT_PRINT: 'does not print',
  NOT_THIS_FORMAT: 'does not print such files',
  GIVEN_UP: 'took a print job and gave it up',
  KEY_HAS_PASSPHRASE: 'cannot be signed in to with a locked key',
  KEY_NOT_READABLE: 'has no readable key for the sign-in',
  ENCRYPTION_NOT_OFFERED: 'does not offer encryption',
  CONTENTS_GONE: 'was sent nothing, as the files are gone',
  HELD_TOO_LONG: 'was sent nothing, as it was held too long',
  COURIER_FAILED: 'was not reached, as Courier itself failed',
  COURIER_ENDED: 'was not reached, as Courier was ended',
};
export function heading(trouble: Trouble): string {
  return `${trouble.routeName} ${HEADINGS[trouble.cause] ?? 'does not take scans'}`;
}

/** Where it is mended. */
export function pathOf(trouble: Trouble): string {
  if (isAtTheDevice(trouble.kind)) return '/devices';
  if (trouble.kind === 'PRINTER') return `/devices/${trouble.routeId}`;
  return isFolder(trouble.kind) ? `/destinations/${trouble.routeId}` : `/mail-servers/${trouble.routeId}`;
}
