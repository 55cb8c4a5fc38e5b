import { expect, it } from 'vitest';
import { alongside } from '@/dependents/chain';

/** A mail server, two destinations, a job of both, one of the second, and a panel. */
const JOINS = [
  { from: 'post', to: 'me' },
  { from: 'post', to: 'desk' },
  { from: 'me', to: 'permit' },
  { from: 'desk', to: 'permit' },
  { from: 'desk', to: 'bills' },
  { from: 'bills', to: 'counter' },
];

it.each([
  ['post', ['post', 'me', 'desk', 'permit', 'bills', 'counter']],
  ['me', ['me', 'permit', 'post']],
  ['bills', ['bills', 'counter', 'desk', 'post']],
  ['counter', ['counter', 'bills', 'desk', 'post']],
  ['elsewhere', ['elsewhere']],
])('the way of %s goes through %j', (id, expected) => {
  expect([...alongside(JOINS, id)].sort()).toEqual([...expected].sort());
});
