import { flushPromises } from '@vue/test-utils';
import { beforeEach, describe, expect, it } from 'vitest';
import { isBrowsable, KINDS, needsMailServer } from '@/destinations/kinds';
import { fitting, rowsOf, shownFields, withValue } from '@/destinations/settings';
import { useDestination } from '@/destinations/useDestination';
import { CHECK, KNOWN } from './kinds';
import { use } from './mounted';
import { Refusal, server, type Asked } from './server';

const SAVED = {
  id: 'f1',
  name: 'Quay files',
  kind: 'SFTP',
  routeId: 'f1',
  settings: { host: 'files.wherrymoor.example', path: 'scans', account: 'scans' },
  hasSecret: true,
};

beforeEach(() => {
  KINDS.value = KNOWN;
  server
    .on('GET /api/mail-servers', [{ id: 'm1', name: 'Harbour Post' }])
    .on('GET /api/devices', (asked: Asked) =>
      asked.query.get('printing') === 'true'
        ? { rows: [{ id: 'd1', name: 'Map room' }], total: 1, attention: 0, fitting: 1 }
        : undefined,
    )
    .on('GET /api/destinations/f1', SAVED)
    .on('GET /api/destinations/f1/probes', [])
    .on('PUT /api/destinations/f1', SAVED)
    .on('POST /api/destinations', SAVED);
});

const open = (id: string) => use(useDestination, `/destinations/${id}`, ['/destinations/:id']);

describe('a destination that is being set up', () => {
  it('keeps the password that nobody can see when none is typed', async () => {
    const view = await open('f1');
    view.form.value.name = 'Quay House files';
    await view.save();
    const sent = server.to('PUT /api/destinations/f1')[0]?.body as Record<string, unknown>;
    expect(sent.name).toBe('Quay House files');
    expect('secret' in sent).toBe(false);
  });

  it('goes through the only mail server there is, and says only what its kind has', async () => {
    const view = await open('new');
    view.form.value.kind = 'MAIL_FIXED';
    view.form.value.settings = { recipients: ['berths@wherrymoor.example'], host: 'of a kind before' };
    await view.save();
    expect(server.to('POST /api/destinations')[0]?.body).toMatchObject({
      routeId: 'm1',
      settings: { recipients: ['berths@wherrymoor.example'] },
    });
    expect(server.to('POST /api/destinations')[0]?.body).not.toHaveProperty('settings.host');
  });

  it('goes through a mail server that was added since the list was fetched', async () => {
    server.on('GET /api/mail-servers', []);
    const view = await open('new');
    server.on('GET /api/mail-servers', [{ id: 'm2', name: 'Lantern Post' }]);
    view.form.value.name = 'Mail to me';
    await view.save();
    expect(server.to('POST /api/destinations')[0]?.body).toMatchObject({ routeId: 'm2' });
  });

  it('a printed copy goes through a device that prints', async () => {
    const view = await open('new');
    view.form.value.kind = 'PRINTER';
    await flushPromises();
    expect(view.routeId.value).toBe('d1');
    view.form.value.kind = 'MAIL_TO_ME';
    expect(view.routeId.value).toBe('m1');
  });

  it('a mail server is never taken for a device, nor a device for a mail server', async () => {
    server.on('GET /api/destinations/f1', { ...SAVED, kind: 'MAIL_TO_ME', routeId: 'm1', settings: {} });
    const mail = await open('f1');
    mail.form.value.kind = 'PRINTER';
    await flushPromises();
    expect(mail.routeId.value).toBe('d1');
    server.on('GET /api/destinations/f1', { ...SAVED, kind: 'PRINTER', routeId: 'd7', settings: {} });
    const printer = await open('f1');
    expect(printer.routeId.value).toBe('d7');
    printer.form.value.kind = 'MAIL_TO_ME';
    expect(printer.routeId.value).toBe('m1');
  });

  it('is tried as it is typed, before it is saved; what is saved is tried as it is kept', async () => {
    server.on('POST /api/destinations/probe', { passed: true, steps: [] });
    server.on('POST /api/destinations/f1/probe', { passed: true, steps: [] });
    const view = await open('f1');
    await view.probe();
    expect(server.to('POST /api/destinations/f1/probe')).toHaveLength(1);
    view.form.value.settings.path = 'elsewhere';
    await view.probe();
    const draft = server.to('POST /api/destinations/probe')[0]?.body as { id: string; form: unknown };
    expect(draft.id).toBe('f1');
    expect(draft.form).toMatchObject({ settings: { path: 'elsewhere' } });
  });

  it('accepts the key that was shown, and exactly that', async () => {
    server.on('POST /api/destinations/f1/probe', {
      passed: false,
      steps: [],
      certificate: { fingerprint: 'SHA256:quay' },
    });
    const view = await open('f1');
    await view.probe();
    view.trust();
    expect(view.form.value.settings).toMatchObject({
      certificateCheck: 'EXACTLY_THIS',
      fingerprint: 'SHA256:quay',
    });
  });

  it('somebody else’s change does not wipe what is being typed', async () => {
    const view = await open('f1');
    view.form.value.name = 'typed here';
    server.on('GET /api/destinations/f1', { ...SAVED, name: 'changed there' });
    await view.queries.invalidateQueries();
    await flushPromises();
    expect(view.form.value.name).toBe('typed here');
  });

  it('a refusal leaves everything as it was typed', async () => {
    server.on('PUT /api/destinations/f1', new Refusal(422, { title: 'There is no such host.' }));
    const view = await open('f1');
    view.form.value.settings.host = 'nowhere.example';
    await view.save();
    expect(view.form.value.settings.host).toBe('nowhere.example');
    expect(view.general.value?.sentence).toBe('There is no such host.');
  });
});

describe('the kinds', () => {
  it('say what is shown as things stand, and which step of the probe tries it', () => {
    const names = (settings: Record<string, unknown>) =>
      rowsOf(shownFields(settings, 'SFTP')).map((row) => row.fields.map((one) => one.name));
    expect(names({})).toEqual([['host'], [CHECK], ['path']]);
    expect(names({ [CHECK]: 'EXACTLY_THIS' })).toEqual([['host'], [CHECK, 'fingerprint'], ['path']]);
  });

  it('a part of a part is entered without touching the others', () => {
    const settings = withValue({ host: 'h', consent: { codes: 'c' } }, 'consent.scope', 's');
    expect(settings).toEqual({ host: 'h', consent: { codes: 'c', scope: 's' } });
    expect(fitting(settings, 'SMB')).toEqual({ host: 'h' });
  });

  it('a person’s own cloud cannot be looked into from the desk', () => {
    expect(isBrowsable('CLOUD')).toBe(false);
    expect(isBrowsable('SMB')).toBe(true);
    expect(needsMailServer('LINK')).toBe(true);
    expect(needsMailServer('SMB')).toBe(false);
  });
});
