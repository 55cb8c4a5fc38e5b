<script setup lang="ts">
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import StateMark from '@/shared/StateMark.vue';
import { clockSeconds, count, exact, when } from '@/shared/format';
import { useToast } from '@/shared/toast';

type Entry = Schemas['Entry'];
type Lock = Schemas['LockView'];

const PAGE = 100;
const LOCKS_EVERY = 15_000;
const WORDS: Record<Entry['what'], string> = {
  SIGNED_IN: 'signed in',
  SIGNED_OUT: 'signed out',
  FAILED: 'wrong attempt',
  SLOWED: 'slowed after wrong attempts',
  UNLOCKED: 'unlocked',
  PASSWORD_CHANGED: 'changed the password',
  ADMINISTRATOR_MADE: 'got an account',
  EXPORTED: 'exported',
  DOWNLOADED: 'downloaded',
  PAGES_OPENED: 'opened pages of',
  INVITED: 'invited',
  ACCOUNT_CHANGED: 'changed the role of',
  ACCOUNT_REMOVED: 'removed the account',
  SECOND_FACTOR_SET: 'turned on a second factor',
  SECOND_FACTOR_REMOVED: 'removed a second factor',
};
const SHOWN = {
  all: [],
  failed: ['FAILED', 'SLOWED'],
  office: [
    'UNLOCKED',
    'PASSWORD_CHANGED',
    'ADMINISTRATOR_MADE',
    'EXPORTED',
    'DOWNLOADED',
    'PAGES_OPENED',
    'INVITED',
    'ACCOUNT_CHANGED',
    'ACCOUNT_REMOVED',
    'SECOND_FACTOR_SET',
    'SECOND_FACTOR_REMOVED',
  ],
} satisfies Record<string, Entry['what'][]>;

const ATTEMPTS: Entry['what'][] = ['FAILED', 'SLOWED'];
const isAttempt = (entry: Entry) => ATTEMPTS.includes(entry.what);
/* Whose account was tried is known, who tried it is not. */
const whoOf = (entry: Entry) =>
  entry.who === '' ? 'unknown' : isAttempt(entry) ? `someone as ${entry.who}` : entry.who;
const WRONG: Record<Entry['place']['kind'], string> = {
  DESK: 'wrong password',
  PANEL: 'wrong PIN',
  EVERY_PANEL: 'wrong PIN',
  DOWNLOAD_LINK: 'wrong passcode',
  SHELF: 'wrong passcode',
  MAIL_INTAKE: 'wrong account or password',
  FILE_INTAKE: 'wrong account or password',
  THIS_MACHINE: 'wrong password',
};
const whatOf = (entry: Entry) => (entry.what === 'FAILED' ? WRONG[entry.place.kind] : WORDS[entry.what]);
const PLACES: Record<Entry['place']['kind'], string> = {
  DESK: 'desk',
  PANEL: 'panel of',
  EVERY_PANEL: 'every panel',
  DOWNLOAD_LINK: 'download link',
  SHELF: 'shelf folder',
  MAIL_INTAKE: 'scans by mail',
  FILE_INTAKE: 'scans by file transfer',
  THIS_MACHINE: 'command line',
};
const placeOf = (entry: Entry) => [PLACES[entry.place.kind], entry.place.name].filter(Boolean).join(' ');

const queries = useQueryClient();
const { say } = useToast();
const { may } = useSession();
const shown = ref<keyof typeof SHOWN>('all');
const log = useInfiniteQuery({
  queryKey: ['security-log', shown],
  enabled: computed(() => may('READ_LOGS')),
  queryFn: ({ pageParam }) =>
    ask(
      api.GET('/api/security-log', {
        params: { query: { before: pageParam, limit: PAGE, what: SHOWN[shown.value] } },
      }),
    ),
  initialPageParam: 0,
  getNextPageParam: (last) => (last.length === PAGE ? last.at(-1)?.id : undefined),
});
const entries = computed(() => log.data.value?.pages.flat() ?? []);
const locks = useQuery({
  queryKey: ['locks'],
  queryFn: () => ask(api.GET('/api/locks')),
  enabled: computed(() => may('UNLOCK')),
  refetchInterval: LOCKS_EVERY,
});
const unlock = useMutation({
  mutationFn: (lock: Lock) =>
    ask(api.DELETE('/api/locks', { params: { query: { kind: lock.kind, of: lock.of } } })),
  onSuccess: (_, lock) => {
    say(`Unlocked: ${lock.label}.`);
    void queries.invalidateQueries({ queryKey: ['locks'] });
    void queries.invalidateQueries({ queryKey: ['security-log'] });
    void queries.invalidateQueries({ queryKey: ['today'] });
  },
});
</script>

<template>
  <div class="title">
    <h1>Sign-ins</h1>
    <a v-if="may('READ_LOGS')" class="button" href="/api/security-log.csv" download>Export as CSV</a>
  </div>
  <p class="quiet small">Who came in, who did not, and from where. Kept for 400 days.</p>
  <ErrorNote :error="log.error.value ?? locks.error.value ?? unlock.error.value" />
  <section v-if="locks.data.value?.length" aria-labelledby="slowed">
    <h2 id="slowed">Slowed down now</h2>
    <p class="quiet small">
      After wrong attempts the next one has to wait. The wait ends automatically; unlock it when you know who
      it was.
    </p>
    <ul class="locks">
      <li v-for="lock in locks.data.value" :key="lock.kind + lock.of">
        <StateMark mark="care" silent />
        <strong class="label">{{ lock.label }}</strong>
        <span class="quiet"
          >{{ count(lock.failures, 'wrong attempt') }}, waits until {{ clockSeconds(lock.until) }}</span
        >
        <button
          type="button"
          class="button"
          :aria-label="'Unlock ' + lock.label"
          :disabled="unlock.isPending.value"
          @click="unlock.mutate(lock)"
        >
          Unlock
        </button>
      </li>
    </ul>
  </section>
  <p v-if="!may('READ_LOGS') && !locks.data.value?.length" class="quiet">Nobody has to wait now.</p>
  <ChoiceRow
    v-if="may('READ_LOGS')"
    v-model="shown"
    class="filter"
    label="Show"
    :options="[
      { value: 'all', words: 'All' },
      { value: 'failed', words: 'Wrong attempts' },
      { value: 'office', words: 'Changes and exports' },
    ]"
  />
  <table v-if="entries.length" class="table">
    <thead>
      <tr>
        <th scope="col">When</th>
        <th scope="col">Who</th>
        <th scope="col">What</th>
        <th scope="col">Where</th>
        <th scope="col">From</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="entry in entries" :key="entry.id">
        <td class="quiet at" :title="exact(entry.at)">{{ when(entry.at) }}</td>
        <td>{{ whoOf(entry) }}</td>
        <td>
          <StateMark v-if="isAttempt(entry)" mark="care" :size="12" silent /> {{ whatOf(entry) }}
          <span class="quiet">{{
            entry.times > 1 ? `${count(entry.times, 'time')}, from many addresses` : entry.words
          }}</span>
        </td>
        <td>{{ placeOf(entry) }}</td>
        <td class="mono small">{{ entry.source }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!log.isLoading.value" class="quiet">
    {{ shown === 'all' ? 'Nobody has signed in yet.' : 'Nothing of this kind.' }}
  </p>
  <p v-if="log.hasNextPage.value">
    <button type="button" class="button" @click="log.fetchNextPage()">Show older</button>
  </p>
</template>

<style scoped>
.title {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}
section {
  margin: 14px 0;
  padding-top: 8px;
  border-top: 2px solid var(--ink-9);
}
.locks {
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
.locks li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.label {
  display: inline-block;
}
.label::first-letter {
  text-transform: uppercase;
}
.locks .button {
  margin-left: auto;
}
.filter {
  margin-top: 14px;
}
.table {
  margin-top: 10px;
  border-top: 2px solid var(--ink-9);
}
.at {
  white-space: nowrap;
}
td {
  overflow-wrap: anywhere;
}
</style>
