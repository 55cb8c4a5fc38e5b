<script setup lang="ts">
import { useIntervalFn, useTimeoutFn } from '@vueuse/core';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import BrandMark from '@/shared/BrandMark.vue';
import { clockSeconds, count, figure, longDay } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import StateMark from '@/shared/StateMark.vue';
import type { Mark } from '@/shared/states';
import { useToast } from '@/shared/toast';
import { useKinds } from '@/destinations/kinds';
import { useSession } from './session';
import LeaveDialog from '@/shared/LeaveDialog.vue';
import FindBox from './FindBox.vue';
import { useLive } from './live';
import PersonMenu from './PersonMenu.vue';
import { SET_UP } from './setUp';
import ShortcutSheet from './ShortcutSheet.vue';

const route = useRoute();
const router = useRouter();
const { live } = useLive();
const { current: toast, act: actOnToast } = useToast();
const { may } = useSession();
useKinds();
const now = ref(new Date());
useIntervalFn(() => (now.value = new Date()), 1000);

const overview = useQuery({ queryKey: ['overview'], queryFn: () => ask(api.GET('/api/overview')) });
const place = computed(() => String(route.meta.place ?? ''));
const detail = computed(() => (place.value === 'Today' ? longDay(now.value) : ''));

const MARKS = { DONE: undefined, MISSING: 'open', CARE: 'care', FAILED: 'failed' } as const;
function stopOf(key: Schemas['StopView']['stop']) {
  return overview.data.value?.setUp.find((stop) => stop.stop === key);
}
/** An operator keeps devices and deliveries going, and sees no more of the set-up. */
const stops = computed(() => (may('READ_SETUP') ? SET_UP : []));
/** The views that come first, each with what of it needs somebody. */
const first = computed(() => {
  const now = overview.data.value;
  const rows: { to: string; name: string; count?: number; mark: Mark; words?: string }[] = [
    { to: '/', name: 'Today', mark: 'off' },
    { to: '/deliveries', name: 'Deliveries', count: now?.needCare, mark: 'failed', words: 'need attention' },
    { to: '/fleet', name: 'Fleet', count: now?.devicesDown, mark: 'failed', words: 'cannot be used' },
  ];
  rows.push({ to: '/alerts', name: 'Alerts', count: now?.alerts, mark: 'failed', words: 'open' });
  if (may('HELP_AT_PANELS')) {
    rows.push({
      to: '/help',
      name: 'Calls for help',
      count: now?.calls,
      mark: 'waiting',
      words: 'wait for an answer',
    });
  }
  rows.push({
    to: '/unclaimed',
    name: 'Unclaimed',
    count: now?.unclaimed,
    mark: 'waiting',
    words: 'wait to be claimed',
  });
  rows.push({ to: '/shelf', name: 'Shelf', mark: 'off' });
  return rows;
});
const findings = computed(() => overview.data.value?.preflight ?? 0);

const find = ref<InstanceType<typeof FindBox>>();
const sheet = ref(false);
/* On a phone the rail is under a button. */
const menu = ref(false);
const going = ref(false);
/* Pressed again, it counts from anew. */
const { start: stopGoing } = useTimeoutFn(() => (going.value = false), 2000, { immediate: false });
const GO: Record<string, string> = {
  t: '/',
  d: '/deliveries',
  f: '/fleet',
  v: '/devices',
  m: '/mail-servers',
  o: '/destinations',
  p: '/profiles',
  n: '/names',
  j: '/jobs',
  e: '/people',
  a: '/panels',
  h: '/help',
  r: '/alerts',
  l: '/unclaimed',
  b: '/shelf',
  w: '/reports',
  c: '/changes',
  i: '/sign-ins',
  u: '/accounts',
  s: '/settings',
};
const goKeys = Object.fromEntries(
  Object.entries(GO).map(([key, path]) => [key, () => going.value && void router.push(path)]),
);
useKeys({
  '/': () => find.value?.focus(),
  '?': () => (sheet.value = true),
  u: () => actOnToast(),
  g: () => {
    going.value = true;
    stopGoing();
  },
});
/* While `g` was just pressed, the next letter goes to a view, whatever it means there otherwise. */
window.addEventListener(
  'keydown',
  (event) => {
    const doing = going.value && event.key !== 'g' ? goKeys[event.key] : undefined;
    if (doing) {
      event.preventDefault();
      event.stopImmediatePropagation();
      doing();
      going.value = false;
    } else if (event.key === 'k' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      find.value?.focus();
    }
  },
  true,
);
</script>

<template>
  <a class="skip" href="#view">Skip to main content</a>
  <header class="masthead">
    <button
      type="button"
      class="button menu"
      :aria-expanded="menu"
      aria-controls="rail"
      @click="menu = !menu"
    >
      Menu
    </button>
    <RouterLink to="/" class="brand"><BrandMark /> Inky Courier</RouterLink>
    <p class="where">
      <strong>{{ place }}</strong> <span class="quiet">{{ detail }}</span>
    </p>
    <FindBox ref="find" />
    <p class="live" :title="live ? 'This page keeps itself up to date' : 'Courier does not answer just now'">
      <StateMark :mark="live ? 'accepted' : 'off'" :size="12" silent />
      <span class="words">{{ live ? 'Live' : 'Waiting' }}</span>
      <span class="quiet clock">{{ clockSeconds(now) }}</span>
    </p>
    <PersonMenu />
  </header>
  <div class="body">
    <nav id="rail" class="rail" :class="{ opened: menu }" aria-label="Main" @click="menu = false">
      <ul>
        <li v-for="row in first" :key="row.to">
          <RouterLink :to="row.to" :class="{ chosen: place === row.name }">
            {{ row.name }}
            <span v-if="row.count" class="count">
              <StateMark :mark="row.mark" :size="11" :words="row.words" /> {{ figure(row.count) }}
            </span>
          </RouterLink>
        </li>
        <li v-if="!stops.length">
          <RouterLink to="/devices" :class="{ chosen: place === 'Devices' }">Devices</RouterLink>
        </li>
      </ul>
      <p v-if="stops.length" id="set-up-line" class="caption head">Set-up line</p>
      <ul v-if="stops.length" class="stops" aria-labelledby="set-up-line">
        <li v-for="stop in stops" :key="stop.key">
          <RouterLink :to="stop.path" :class="{ chosen: place === stop.name }">
            <span class="track" aria-hidden="true"></span>
            <span class="stop">
              <StateMark
                v-if="stopOf(stop.key) && MARKS[stopOf(stop.key)!.mark]"
                :mark="MARKS[stopOf(stop.key)!.mark]!"
                :size="13"
              />
              <span v-else class="disc" aria-hidden="true"></span>
            </span>
            {{ stop.name }}
            <span class="count">{{ stopOf(stop.key) ? figure(stopOf(stop.key)!.count) : '' }}</span>
          </RouterLink>
        </li>
      </ul>
      <p v-if="findings && may('READ_SETUP')" class="caption found">
        Preflight found<br /><RouterLink to="/preflight" class="link">{{
          count(findings, 'thing')
        }}</RouterLink>
      </p>
      <ul class="foot">
        <li>
          <RouterLink to="/reports" :class="{ chosen: place === 'Reports' }">Reports</RouterLink>
        </li>
        <li v-if="may('READ_LOGS')">
          <RouterLink to="/changes" :class="{ chosen: place === 'Change log' }">Change log</RouterLink>
        </li>
        <li v-if="may('READ_LOGS') || may('UNLOCK')">
          <RouterLink to="/sign-ins" :class="{ chosen: place === 'Sign-ins' }">Sign-ins</RouterLink>
        </li>
        <li v-if="may('MANAGE_ACCOUNTS')">
          <RouterLink to="/accounts" :class="{ chosen: place === 'Accounts' }">Accounts</RouterLink>
        </li>
        <li v-if="may('READ_SETUP')">
          <RouterLink to="/settings" :class="{ chosen: place === 'Settings' }">Settings</RouterLink>
        </li>
      </ul>
    </nav>
    <main id="view" tabindex="-1"><RouterView :key="String(route.name)" /></main>
  </div>
  <p class="toast" role="status">
    <span v-if="toast" :key="toast.key">
      {{ toast.words }}
      <button v-if="toast.act" type="button" aria-keyshortcuts="u" @click="actOnToast">
        {{ toast.act.label }}
      </button>
    </span>
  </p>
  <ShortcutSheet v-model="sheet" />
  <LeaveDialog />
</template>

<style scoped>
.masthead {
  position: sticky;
  top: 0;
  z-index: 5;
  display: flex;
  gap: 20px;
  align-items: center;
  height: 48px;
  padding: 0 20px 0 16px;
  border-bottom: 2px solid var(--ink-9);
  background: var(--paper-0);
}
.brand {
  display: flex;
  gap: 9px;
  align-items: center;
  width: 200px;
  color: var(--ink-9);
  font: 700 17px/20px var(--heading);
  font-stretch: 84%;
  text-decoration: none;
}
.where {
  flex: 1;
  white-space: nowrap;
}
.where strong {
  font-weight: 650;
}
.live {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.clock {
  min-width: 60px;
}
.body {
  display: flex;
  min-height: calc(100vh - 48px);
}
.rail {
  position: sticky;
  top: 48px;
  display: flex;
  flex: none;
  flex-direction: column;
  width: 208px;
  height: calc(100vh - 48px);
  padding: 12px 0 10px;
  border-right: 1px solid var(--rule);
  background: var(--paper-1);
  overflow-y: auto;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.rail a:not(.link) {
  position: relative;
  display: flex;
  align-items: center;
  height: 30px;
  margin-right: -1px;
  padding: 0 16px 0 19px;
  border: 1px solid transparent;
  border-right: 0;
  color: var(--ink-9);
  font-weight: 500;
  text-decoration: none;
}
.rail a:not(.link):hover {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.rail a.chosen {
  border-color: var(--rule);
  background: var(--paper-0);
  box-shadow: inset 4px 0 0 var(--stamp);
  font-weight: 680;
}
.count {
  display: flex;
  gap: 5px;
  align-items: center;
  margin-left: auto;
  color: var(--ink-5);
  font-weight: 400;
}
.head {
  margin: 18px 19px 6px;
}
.stops a:not(.link) {
  padding-left: 46px;
}
.track {
  position: absolute;
  left: 26px;
  top: -1px;
  width: 2px;
  height: 31px;
  background: var(--ink-9);
}
.stops li:first-child .track {
  top: 15px;
  height: 16px;
}
.stops li:last-child .track {
  height: 15px;
}
.stop {
  position: absolute;
  left: 20px;
  display: grid;
  width: 14px;
  height: 19px;
  place-items: center;
  background: var(--paper-1);
}
.chosen .stop {
  background: var(--paper-0);
}
.disc {
  width: 9px;
  height: 9px;
  border-radius: 50%;
  background: var(--ink-9);
}
.found {
  margin: 10px 19px 0 46px;
  line-height: 18px;
}
.foot {
  margin-top: auto;
  padding-top: 20px;
}
main {
  flex: 1;
  min-width: 0;
  padding: 18px 28px 28px;
  outline: none;
}
.toast {
  position: fixed;
  bottom: 20px;
  left: 236px;
  z-index: 10;
}
.toast button {
  min-height: 24px;
  margin-left: 14px;
  padding: 0 4px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
.toast span {
  display: block;
  padding: 10px 16px;
  background: var(--ink-9);
  color: var(--paper-0);
  font-weight: 600;
}
.menu {
  display: none;
}
@media (max-width: 900px) {
  .rail {
    width: 168px;
  }
  .brand {
    width: auto;
  }
  main {
    padding: 16px;
  }
}
@media (max-width: 820px) {
  .menu {
    display: inline-flex;
  }
  .masthead {
    flex-wrap: wrap;
    gap: 8px 12px;
    height: auto;
    padding: 8px 12px;
  }
  .brand {
    flex: 1;
    white-space: nowrap;
  }
  .where,
  .clock,
  .live .words {
    display: none;
  }
  .masthead :deep(.find) {
    order: 9;
    width: 100%;
  }
  .masthead :deep(.find ul) {
    left: -1px;
    width: auto;
  }
  .body {
    position: relative;
    display: block;
  }
  .rail {
    display: none;
    position: absolute;
    top: 0;
    z-index: 4;
    width: 100%;
    height: auto;
    border-right: 0;
    border-bottom: 2px solid var(--ink-9);
  }
  .rail.opened {
    display: flex;
  }
  .rail a:not(.link) {
    height: 40px;
  }
  .track {
    height: 41px;
  }
  .stops li:first-child .track {
    top: 20px;
    height: 21px;
  }
  .stops li:last-child .track {
    height: 20px;
  }
  main {
    padding: 14px 12px 28px;
  }
  .toast {
    left: 12px;
    right: 12px;
  }
}
</style>
