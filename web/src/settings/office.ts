import { api, ask, type Schemas } from '@/api/client';
import { ifMatch, useOne } from '@/shared/one';

const NO_SECRETS = {
  INTAKE_PASSWORD: '',
  SNMP_COMMUNITY: '',
  SNMP_PASSWORD: '',
  SNMP_PRIVACY_PASSWORD: '',
  WEBHOOK_SECRET: '',
};

/** Nothing is left out. */
type Form = { [Name in keyof Schemas['SettingsForm']]-?: NonNullable<Schemas['SettingsForm'][Name]> };

/** The settings of the whole office in a form; a view shows the part of them that it is about. */
export const useOfficeSettings = () =>
  useOne<Schemas['SettingsView'], Form>({
    path: 'settings',
    only: 'office',
    one: () => ask(api.GET('/api/settings')),
    add: () => Promise.reject(new Error('there are settings always')),
    change: (_, body, version) =>
      ask(api.PUT('/api/settings', { params: { header: ifMatch(version) }, body })),
    remove: () => Promise.reject(new Error('there are settings always')),
    blank: () => ({
      office: '',
      keepAcceptedHours: 24,
      keepOthersDays: 30,
      address: '',
      signature: '',
      keepDeliveriesDays: 0,
      language: 'en',
      panelSignIn: {
        way: 'PIN',
        pinLength: 6,
        choose: false,
        firstPinOnce: false,
        pinDays: 0,
        guests: false,
        claims: false,
      },
      recipientRules: { entry: { mode: 'ANY', domains: [] }, groups: {}, most: 100, ownContacts: true },
      helpDesk: { phone: '', email: '' },
      mailIntake: {
        on: false,
        port: 2525,
        domain: '',
        networks: [],
        bySender: true,
        bySubject: false,
        account: '',
      },
      fileIntake: {
        sftp: false,
        sftpPort: 2222,
        ftp: false,
        ftpPort: 2121,
        ftpEncrypted: false,
        passivePorts: '',
        networks: [],
      },
      snmp: { version: 'OFF', port: 161, user: '', authentication: 'SHA_256', privacy: 'AES_128' },
      alerts: { rules: [], emails: [], digestHour: 7, webhook: '' },
      reports: { emails: [], parts: [] },
      secrets: { ...NO_SECRETS },
    }),
    formOf: (v) => ({
      office: v.office,
      keepAcceptedHours: v.keepAcceptedHours,
      keepOthersDays: v.keepOthersDays,
      address: v.address,
      signature: v.signature,
      keepDeliveriesDays: v.keepDeliveriesDays,
      language: v.language,
      panelSignIn: v.panelSignIn,
      recipientRules: v.recipientRules,
      helpDesk: v.helpDesk,
      mailIntake: v.mailIntake,
      fileIntake: v.fileIntake,
      snmp: v.snmp,
      alerts: v.alerts,
      reports: v.reports,
      secrets: { ...NO_SECRETS },
    }),
  });
