import { expect, test } from 'vitest';
import type { Schemas } from '@/api/client';
import { stateOf } from '@/inboxes/inboxes';
import { bodyOf, draftOf } from '@/inboxes/useInbox';

const ACCOUNT: Schemas['InboxView'] = {
  id: '1',
  name: 'Copier',
  account: 'copier',
  hasPassword: true,
  folder: '',
  trouble: '',
  left: [],
  version: '1',
};
const door = (on: boolean, listens: boolean, trouble = '') => ({ on, listens, port: 2222, trouble });
const intake = (sftp: Schemas['DoorState'], ftp: Schemas['DoorState']): Schemas['IntakeState'] => ({
  mail: door(false, false),
  sftp,
  ftp,
  domain: '',
  hostKeys: [],
});

test('an account works where every door that is on listens', () => {
  const off = door(false, false);
  expect(stateOf(ACCOUNT, intake(door(true, true), off)).mark).toBe('accepted');
  expect(stateOf(ACCOUNT, intake(off, off)).mark).toBe('off');
  expect(stateOf(ACCOUNT, intake(door(true, true), door(true, false, 'Port 2121 is used.')))).toEqual({
    mark: 'failed',
    words: 'Port 2121 is used.',
  });
  expect(stateOf({ ...ACCOUNT, hasPassword: false }, intake(door(true, true), off)).mark).toBe('failed');
});

test('a folder says its trouble first, then what is left in it', () => {
  const folder = { ...ACCOUNT, account: '', destinationId: '2', lookedAt: new Date().toISOString() };
  expect(stateOf(folder, undefined).mark).toBe('accepted');
  expect(stateOf({ ...folder, lookedAt: undefined }, undefined).mark).toBe('open');
  const left = [{ path: 'a.pdf', why: 'The file ends too early.' }];
  expect(stateOf({ ...folder, left }, undefined).mark).toBe('care');
  expect(stateOf({ ...folder, left, trouble: 'Nothing answers.' }, undefined).words).toBe('Nothing answers.');
});

test('what the other way has is not sent, and an empty password keeps the one that is there', () => {
  const draft = { ...draftOf(ACCOUNT), destinationId: '2', folder: 'in', jobId: '3' };
  expect(bodyOf(draft)).toEqual({ name: 'Copier', account: 'copier', jobId: '3' });
  expect(bodyOf({ ...draft, way: 'FOLDER', password: 'x' })).toEqual({
    name: 'Copier',
    destinationId: '2',
    folder: 'in',
    jobId: '3',
  });
});
