import type { Schemas } from '@/api/client';

export type Role = Schemas['AccountView']['role'];

/** What the roles are called, and what each may do. */
export const ROLES: Record<Role, { name: string; one: string; may: string }> = {
  ADMINISTRATOR: {
    name: 'Administrator',
    one: 'an administrator',
    may: 'Everything, with accounts and the pages of others. Opening those is recorded.',
  },
  OPERATOR: {
    name: 'Operator',
    one: 'an operator',
    may: 'Sees deliveries and devices, tries again, releases, stops and unlocks, answers calls for help. No set-up, no pages. Can be limited to places.',
  },
  AUDITOR: {
    name: 'Auditor',
    one: 'an auditor',
    may: 'Reads deliveries, the set-up and the logs. Changes nothing, sees no pages and no secrets.',
  },
};
