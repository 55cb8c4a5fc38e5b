<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Schemas } from '@/api/client';
import { SET_UP } from '@/app/setUp';
import { count } from '@/shared/format';
import { useSession } from '@/app/session';
import FirstScan from './FirstScan.vue';
import AddDevice from '@/devices/AddDevice.vue';

const { may } = useSession();
/** Before the first scan: the set-up line with the step to take open. */
const props = defineProps<{ overview: Schemas['Overview'] }>();

const WORDS: Record<string, { what: string; time: string; first: string }> = {
  DEVICES: { what: 'Its address. Courier then reads what it can do.', time: '2 min', first: '/devices/new' },
  MAIL_SERVERS: {
    what: 'Name and an account that may send; a probe tries both.',
    time: '3 min',
    first: '/mail-servers/new',
  },
  DESTINATIONS: {
    what: 'Mail to the person who scans, or to fixed addresses.',
    time: '1 min',
    first: '/destinations/new',
  },
  PROFILES: {
    what: 'How paper becomes pages: colour, resolution, sides.',
    time: '1 min',
    first: '/profiles/new',
  },
  NAMES: { what: 'What files are called, with a live example.', time: '1 min', first: '/names/new' },
  JOBS: { what: 'Profile, name and destination under one button.', time: '1 min', first: '/jobs/new' },
  PEOPLE: { what: 'Who scans, with mail address and PIN.', time: '1 min', first: '/people/new' },
  PANELS: { what: 'The jobs take their places on the device.', time: '1 min', first: '/panels' },
};

const STOPS = [
  { name: 'Scanned', words: 'Pages come from the device one by one and are safe at once.' },
  { name: 'Made ready', words: 'They become one file, by the scan profile.' },
  { name: 'Named', words: 'The file gets its name, by the template.' },
  { name: 'Sent', words: 'It is on its way to each destination of the job.' },
  { name: 'Accepted', words: 'The far side says that it has it. Only then is it done.' },
];

const steps = computed(() =>
  SET_UP.map((stop) => {
    const found = props.overview.setUp.find((s) => s.stop === stop.key);
    return { ...stop, ...WORDS[stop.key]!, count: found?.count ?? 0 };
  }),
);
const next = computed(() => steps.value.find((step) => step.count === 0));
const left = computed(() => steps.value.filter((step) => step.count === 0).length);
/** What only somebody here knows is known: all else can be made at once. */
const isThere = (key: string) => steps.value.some((step) => step.key === key && step.count > 0);
const canFinish = computed(
  () => may('CHANGE_SETUP') && left.value > 0 && isThere('DEVICES') && isThere('MAIL_SERVERS'),
);
const finished = ref(false);
const title = computed(() => {
  if (left.value === 0) return 'All is set up: make the first scan';
  return canFinish.value
    ? 'The first scan is one click away'
    : `The first scan is ${count(left.value, 'step')} away`;
});
</script>

<template>
  <div class="title">
    <h1>{{ title }}</h1>
    <p class="quiet">a device, a mail server, a page</p>
  </div>
  <FirstScan v-if="canFinish || finished" @made="finished = true" />
  <div class="columns">
    <section aria-labelledby="set-up">
      <div class="head">
        <h2 id="set-up">Set-up line</h2>
        <span class="quiet small">{{ steps.length - left }} of {{ steps.length }} stops are ready</span>
      </div>
      <ol>
        <li v-for="step in steps" :key="step.key" :class="{ open: step === next, ready: step.count > 0 }">
          <span class="stop" aria-hidden="true"></span>
          <template v-if="step === next">
            <div>
              <h3>{{ step.name }}</h3>
              <p class="small">{{ step.what }}</p>
              <template v-if="step.key === 'DEVICES'">
                <AddDevice class="form" />
                <p class="small">Several at once: <RouterLink to="/devices/find">Find devices</RouterLink></p>
              </template>
              <RouterLink v-else class="button stamp form" :to="step.first">
                {{ step.key === 'PANELS' ? 'Put jobs in place' : 'Set it up' }}
              </RouterLink>
            </div>
            <span class="quiet small">{{ step.time }}</span>
          </template>
          <template v-else>
            <h3>
              <RouterLink :to="step.path">{{ step.name }}</RouterLink>
            </h3>
            <p class="small quiet">
              {{ step.count ? count(step.count, 'is', 'are') + ' there' : step.what }}
            </p>
            <span class="small" :class="{ quiet: !step.count }">{{ step.count ? 'ready' : step.time }}</span>
          </template>
        </li>
        <li :class="{ open: left === 0 }">
          <span class="stop" aria-hidden="true"></span>
          <h3>First scan</h3>
          <p class="small quiet">
            <template v-if="left === 0"
              >Open <RouterLink to="/devices">a device's panel</RouterLink>, sign in with the PIN, press the
              job.</template
            >
            <template v-else>Put a page in, press the job, and see it arrive.</template>
          </p>
          <span class="quiet small">1 min</span>
        </li>
      </ol>
    </section>
    <section aria-labelledby="line-now">
      <div class="head">
        <h2 id="line-now">On the line now</h2>
        <span class="quiet small">nothing yet</span>
      </div>
      <p class="empty">
        <strong>Your first scan runs here</strong>
        <span class="quiet"> from left to right. If it stops, Today says why and mends it.</span>
      </p>
      <svg class="track" viewBox="0 0 404 20" aria-hidden="true">
        <path d="M8 10H396" />
        <circle v-for="i in 5" :key="i" :cx="8 + (i - 1) * 97" cy="10" r="4" />
      </svg>
      <dl>
        <div v-for="stop in STOPS" :key="stop.name">
          <dt>{{ stop.name }}</dt>
          <dd class="quiet small">{{ stop.words }}</dd>
        </div>
      </dl>
      <h2 class="second">No device available?</h2>
      <p class="small quiet stand-ins">
        <code>bin/demo</code> starts fourteen stand-in devices on this machine. They scan sample paper and can
        be added here by their addresses too, for example <code>127.20.2.2:6310</code>.
      </p>
    </section>
  </div>
</template>

<style scoped>
.title,
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 580fr) minmax(0, 408fr);
  gap: 28px;
  margin-top: 14px;
}
section {
  border-top: 2px solid var(--ink-9);
}
.head {
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  position: relative;
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: baseline;
  padding: 12px 0 12px 46px;
  border-bottom: 1px solid var(--rule);
}
li.open {
  grid-template-columns: minmax(0, 1fr) auto;
  padding-right: 14px;
  background: var(--paper-1);
  box-shadow: inset 4px 0 0 var(--stamp);
}
li::before {
  content: '';
  position: absolute;
  left: 21px;
  top: 0;
  bottom: -1px;
  border-left: 2px dotted var(--rule-2);
}
li.ready::before {
  border-left: 2px solid var(--ink-9);
}
li:first-child::before {
  top: 20px;
}
li:last-child::before {
  bottom: calc(100% - 20px);
}
.stop {
  position: absolute;
  left: 16px;
  top: 16px;
  width: 12px;
  height: 12px;
  border: 2px solid var(--rule-2);
  border-radius: 50%;
  background: var(--paper-0);
}
.ready .stop {
  border-color: var(--ink-9);
  background: var(--ink-9);
}
.open .stop {
  left: 14px;
  width: 16px;
  height: 16px;
  border: 4px solid var(--stamp);
}
h3 a {
  color: var(--ink-9);
  text-decoration: none;
}
.form {
  margin-top: 10px;
}
.empty {
  padding: 12px 0;
}
.track {
  width: 100%;
}
dl {
  margin: 10px 0 0;
}
dl div {
  display: grid;
  grid-template-columns: 96px 1fr;
  padding: 7px 0;
  border-top: 1px solid var(--rule);
}
dt {
  font: 680 15px/20px var(--heading);
  font-stretch: 90%;
}
dd {
  margin: 0;
}
.second {
  margin-top: 24px;
  padding: 7px 0;
  border-top: 2px solid var(--ink-9);
}
.stand-ins {
  line-height: 20px;
}
.track path {
  stroke: var(--rule-2);
  stroke-width: 2;
  stroke-dasharray: 0.1 5;
  stroke-linecap: round;
}
.track circle {
  fill: var(--paper-0);
  stroke: var(--rule-2);
  stroke-width: 1.6;
}
</style>
