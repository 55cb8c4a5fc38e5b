import type { KindView } from '@/destinations/kinds';
import type { Field } from '@/destinations/settings';

const field = (name: string, more: Partial<Field> = {}): Field => ({
  name,
  type: 'CODE',
  label: name,
  choices: [],
  conditions: [],
  half: false,
  ...more,
});
const kind = (
  kind: KindView['kind'],
  family: KindView['family'],
  more: Partial<KindView> = {},
): KindView => ({
  kind,
  family,
  words: kind,
  does: '',
  fields: [],
  usual: {},
  ...more,
});
const FOLDER = { host: '', path: '', account: '', certificateCheck: 'MUST_BE_VALID', fingerprint: '' };
export const CHECK = 'certificateCheck';
/** Some of the kinds, as the server tells them. */
export const KNOWN = [
  kind('MAIL_TO_ME', 'MAIL', { through: 'MAIL_SERVER', usual: { recipients: [] } }),
  kind('MAIL_FIXED', 'MAIL', { through: 'MAIL_SERVER', usual: { recipients: [] } }),
  kind('LINK', 'LINK', { through: 'MAIL_SERVER', usual: { days: 14 } }),
  kind('SMB', 'SERVER_FOLDER', { usual: FOLDER }),
  kind('CLOUD', 'CLOUD_FOLDER', { usual: { ...FOLDER, consent: { codes: '', scope: 'files' } } }),
  kind('SFTP', 'SERVER_FOLDER', {
    usual: FOLDER,
    fields: [
      field('host', { step: 'NAME' }),
      field(CHECK, { step: 'ENCRYPTED', type: 'CHOICE' }),
      field('fingerprint', {
        step: 'ENCRYPTED',
        conditions: [{ field: CHECK, pattern: '^EXACTLY_THIS$' }],
      }),
      field('path', { step: 'FOLDER' }),
    ],
  }),
  kind('FTP', 'SERVER_FOLDER', { usual: FOLDER }),
  kind('USB', 'DEVICE_STORAGE', { usual: FOLDER }),
  kind('PRINTER', 'PAPER', { through: 'DEVICE' }),
];
