<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, reactive, ref } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import { isFolder } from '@/destinations/kinds';
import ErrorNote from '@/shared/ErrorNote.vue';
import { markOf as markOfAlert } from '@/alerts/alerts';
import { markOf, summary, who } from '@/help/calls';
import { ago, count, when, whereIs } from '@/shared/format';
import { useForm } from '@/shared/problems';
import MoreNeeds from './MoreNeeds.vue';
import StateMark from '@/shared/StateMark.vue';
import { useToast } from '@/shared/toast';
import { heading, pathOf } from './headings';

const props = defineProps<{
  today: Schemas['Today'];
  findings: Schemas['PanelFinding'][];
  findingCount: number;
  unclaimed: number;
}>();

type Trouble = Schemas['Trouble'];
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const password = ref('');
const tried = reactive(new Set<string>());

const needsPassword = (trouble: Trouble) =>
  ['SIGN_IN_REFUSED', 'SIGN_IN_TOO_WEAK', 'PASSWORD_EXPIRED'].includes(trouble.cause);
/** The first that a password mends is open; there is one action of a view. */
const { may } = useSession();
const open = computed(() => (may('CHANGE_SETUP') ? props.today.troubles.find(needsPassword) : undefined));
/** A large office always has some; all of them are on their own view. */
const MOST = 6;
/* Those that an alert names together are told of once. */
const together = computed(
  () =>
    new Set(
      props.today.alerts
        .flatMap((alert) => (alert.concerns.length > 1 ? alert.concerns : []))
        .map((one) => one.id),
    ),
);
const stopped = computed(() =>
  props.today.devices.filter((d) => d.condition !== 'CARE' && !together.value.has(d.deviceId)),
);
const careful = computed(() => props.today.devices.filter((d) => d.condition === 'CARE'));
const nothing = computed(
  () =>
    props.today.calls.length +
      props.today.ownFailures.length +
      props.today.guessing.length +
      props.today.troubles.length +
      props.today.unmade.length +
      props.today.devices.length +
      props.today.alerts.length +
      props.findings.length +
      props.unclaimed ===
    0,
);

async function mendFolder(id: string) {
  const body = { secret: password.value };
  await ask(api.PUT('/api/destinations/{id}/secret', { params: { path: { id } }, body }));
  return true;
}
async function mendServer(id: string) {
  const body = { password: password.value };
  await ask(api.PUT('/api/mail-servers/{id}/password', { params: { path: { id } }, body }));
  return true;
}
async function savePassword(trouble: Trouble) {
  const done = await attempt(() =>
    isFolder(trouble.kind) ? mendFolder(trouble.routeId) : mendServer(trouble.routeId),
  );
  if (done) {
    password.value = '';
    say(`Saved. ${count(trouble.deliveries, 'delivery goes', 'deliveries go')} now.`);
    void queries.invalidateQueries();
  }
}

async function again(trouble: Trouble) {
  const done = await attempt(() =>
    ask(
      api.POST('/api/deliveries/act', {
        body: { action: 'TRY_AGAIN', deliveries: [], routeId: trouble.routeId, cause: trouble.cause },
      }),
    ),
  );
  if (done) {
    tried.add(trouble.routeId + trouble.cause);
    say(`${count(done.deliveries, 'delivery is', 'deliveries are')} tried again.`);
  }
}

function listPath(trouble: Trouble): string {
  return `/deliveries?state=${trouble.waits ? 'WAITING' : 'STOPPED'}`;
}
</script>

<template>
  <ErrorNote :error="general" />
  <p v-if="nothing" class="calm">
    <StateMark mark="accepted" silent /> Nothing. Every scan of today has arrived or is on its way.
  </p>
  <ul class="needs">
    <li v-for="call in today.calls" :key="call.id" class="minor">
      <StateMark :mark="markOf(call)" />
      <p>
        <strong>{{ who(call) }} needs help at {{ whereIs(call.place, call.device) }}</strong>
        <span class="quiet small">{{ summary(call, ago(call.calledAt)) }}</span>
      </p>
      <RouterLink class="link small" :to="'/help/' + call.id">{{
        call.state === 'WAITING' ? 'Answer' : 'Open'
      }}</RouterLink>
    </li>
    <li v-for="own in today.ownFailures" :key="own.what" class="minor">
      <StateMark mark="failed" />
      <p>
        <strong>Courier itself fails at {{ own.what }}</strong>
        <span class="quiet small"
          >{{ own.failures }} times in a row, last at {{ when(own.last) }}. It goes on trying; the server's
          log says why.</span
        >
      </p>
      <span />
    </li>
    <li v-for="alert in today.guessing" :key="alert.sentence" class="minor">
      <StateMark mark="care" />
      <p>
        <strong>{{ alert.sentence }}</strong> <span class="quiet small">{{ alert.remedy }}</span>
      </p>
      <RouterLink class="link small" to="/sign-ins">Sign-ins</RouterLink>
    </li>
    <li
      v-for="trouble in today.troubles"
      :key="trouble.routeId + trouble.cause + trouble.waits"
      :class="{ open: trouble === open }"
    >
      <p class="how-many">
        <span class="numeral">{{ trouble.deliveries }}</span><span class="caption">{{
          trouble.deliveries === 1 ? 'delivery' : 'deliveries'
        }}</span>
      </p>
      <div>
        <h3><StateMark :mark="trouble.waits ? 'waiting' : 'failed'" /> {{ heading(trouble) }}</h3>
        <p class="small">
          <span class="quiet"
            >{{ count(trouble.people, 'person', 'people') }}, since {{ when(trouble.since) }}.</span
          >
          {{ trouble.sentence }}
          <template v-if="trouble.waits">Everything waits here. Nothing is lost.</template>
          <template v-if="trouble.nextQuestion">
            Courier tries again automatically at {{ when(trouble.nextQuestion) }}.</template
          >
        </p>
        <p v-if="trouble.reply" class="reply mono">{{ trouble.reply }}</p>
        <form v-if="trouble === open" class="mend" @submit.prevent="savePassword(trouble)">
          <label class="caption strong" :for="'password-' + trouble.routeId"
            >New password for {{ trouble.routeName }}</label
          >
          <div class="actions">
            <el-input
              :id="'password-' + trouble.routeId"
              v-model="password"
              type="password"
              autocomplete="new-password"
              class="secret"
            />
            <button class="button stamp" type="submit" :disabled="busy || !password">
              Save, then send {{ trouble.deliveries === 1 ? 'it' : 'all ' + trouble.deliveries }}
            </button>
            <RouterLink class="link small" :to="pathOf(trouble)">Open it</RouterLink>
          </div>
        </form>
      </div>
      <p v-if="trouble !== open" class="side">
        <RouterLink v-if="trouble.cause === 'TOO_LARGE'" class="button" :to="listPath(trouble)"
          >Show {{ trouble.deliveries }}</RouterLink
        >
        <button
          v-else-if="may('ACT_ON_DELIVERIES')"
          class="button"
          type="button"
          :disabled="busy || tried.has(trouble.routeId + trouble.cause)"
          @click="again(trouble)"
        >
          Try {{ trouble.deliveries }} again
        </button>
      </p>
    </li>
    <li v-for="group in today.unmade" :key="group.sentence">
      <p class="how-many">
        <span class="numeral">{{ group.deliveries }}</span><span class="caption">{{
          group.deliveries === 1 ? 'delivery' : 'deliveries'
        }}</span>
      </p>
      <div>
        <h3><StateMark :mark="group.waits ? 'waiting' : 'failed'" /> Files could not be made</h3>
        <p class="small">
          <span class="quiet"
            >{{ count(group.people, 'person', 'people') }}, since {{ when(group.since) }}.</span
          >
          {{ group.sentence }}
        </p>
      </div>
      <p class="side">
        <RouterLink class="button" :to="`/deliveries?state=${group.waits ? 'WAITING' : 'STOPPED'}`"
          >Show {{ group.deliveries }}</RouterLink
        >
      </p>
    </li>
    <li v-if="unclaimed" class="minor">
      <StateMark mark="held" />
      <p>
        <strong>{{ unclaimed === 1 ? 'A scan is' : `${unclaimed} scans are` }} unclaimed</strong>
        <span class="quiet small">sent by devices, without a person or a job</span>
      </p>
      <RouterLink class="link small" to="/unclaimed">Claim</RouterLink>
    </li>
    <li v-for="device in stopped.slice(0, MOST)" :key="device.deviceId">
      <p class="how-many"><span class="numeral">1</span><span class="caption">device</span></p>
      <div>
        <h3><StateMark mark="failed" /> {{ whereIs(device.place, device.name) }}</h3>
        <p class="small">{{ device.sentence }}</p>
      </div>
      <p class="side">
        <RouterLink class="button" :to="`/devices/${device.deviceId}`">Open device</RouterLink>
      </p>
    </li>
    <MoreNeeds
      :left="today.stoppedDevices - MOST"
      what="device cannot be used"
      many="devices cannot be used"
      to="/devices?attention"
      mark="failed"
    />
    <li v-for="found in findings.slice(0, MOST)" :key="found.deviceId + found.finding.place" class="minor">
      <StateMark mark="care" />
      <p>
        <strong>{{ found.finding.place }} cannot run on {{ found.deviceName }}</strong>
        <span class="quiet small">{{ found.finding.sentence }}</span>
      </p>
      <RouterLink v-if="may('READ_SETUP')" class="link small" :to="`/panels/${found.deviceId}`"
        >Fix</RouterLink
      >
    </li>
    <MoreNeeds
      :left="findingCount - MOST"
      what="job cannot run where it is"
      many="jobs cannot run where they are"
      to="/panels?attention"
      mark="care"
    />
    <li v-for="device in careful.slice(0, MOST)" :key="device.deviceId" class="minor">
      <StateMark mark="care" />
      <p>
        <strong>{{ whereIs(device.place, device.name) }}</strong>
        <span class="quiet small">{{ device.sentence }}</span>
      </p>
      <RouterLink class="link small" :to="`/devices/${device.deviceId}`">Open</RouterLink>
    </li>
    <MoreNeeds
      :left="today.deviceWarnings - MOST"
      what="device needs attention"
      many="devices need attention"
      to="/devices"
      mark="care"
    />
    <li v-for="alert in today.alerts" :key="alert.id" class="minor">
      <StateMark :mark="markOfAlert(alert)" />
      <p>
        <strong>{{ alert.sentence }}</strong>
        <span class="quiet small">{{ alert.takenBy ? `Taken by ${alert.takenBy}.` : alert.remedy }}</span>
      </p>
      <RouterLink class="link small" to="/alerts">Open</RouterLink>
    </li>
  </ul>
</template>

<style scoped>
.needs {
  margin: 0;
  padding: 0;
  list-style: none;
}
.needs li {
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr) auto;
  gap: 0 14px;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
.needs li.open {
  grid-template-columns: 68px minmax(0, 1fr);
  padding-right: 14px;
  background: var(--paper-1);
}
.needs li.minor {
  grid-template-columns: 16px minmax(0, 1fr) auto;
  gap: 7px;
  padding: 6px 0 6px 82px;
}
.minor .link {
  align-self: start;
}
.minor strong {
  font-weight: 600;
  margin-right: 6px;
}
.how-many {
  display: flex;
  flex-direction: column;
  align-items: flex-end;
}
h3 {
  display: flex;
  gap: 7px;
  align-items: center;
}
.reply {
  margin-top: 8px;
  padding-left: 10px;
  border-left: 2px solid var(--failed);
  color: var(--failed);
}
.mend {
  margin-top: 8px;
}
.strong {
  color: var(--ink-9);
  font-weight: 500;
}
.secret {
  width: 188px;
}
.mend .actions {
  gap: 12px;
  margin-top: 3px;
}
.side {
  align-self: center;
}
.calm {
  display: flex;
  gap: 8px;
  padding: 16px 0;
}
@media (max-width: 600px) {
  .needs li,
  .needs li.open {
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
    padding: 12px;
  }
  .needs li.minor {
    grid-template-columns: 16px minmax(0, 1fr) auto;
    padding: 8px 0;
  }
  .how-many {
    flex-direction: row;
    gap: 6px;
    align-items: baseline;
  }
  .mend .actions {
    flex-wrap: wrap;
  }
  .secret {
    width: 100%;
  }
}
</style>
