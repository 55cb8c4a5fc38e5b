<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import { deliveryMark, MARK_WORDS } from '@/shared/states';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import PersonCards from './PersonCards.vue';

/** All about one person: what they may do and why, what they did, what is kept of them. */
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const id = computed(() => String(route.params.id));
const path = computed(() => ({ params: { path: { id: id.value } } }));
const query = useQuery({
  queryKey: computed(() => ['people', 'page', id.value]),
  queryFn: () => ask(api.GET('/api/people/{id}/page', path.value)),
});
const page = computed(() => query.data.value);
const WHY: Record<Schemas['UsableJob']['why'], (job: Schemas['UsableJob']) => string> = {
  EVERYBODY: () => 'for everybody',
  GROUP: (job) => `for the group ${job.group}`,
  THEMSELVES: () => 'for them personally',
};
const REPLACE = {
  FIRST: 'It must be replaced at the next sign-in: it was made by an administrator.',
  TOO_OLD: 'It must be replaced at the next sign-in: it is old enough.',
  TOO_SHORT: 'It must be replaced at the next sign-in: it has fewer digits than are asked for.',
  WANTED: 'They asked for a new one.',
} as const;
const pinSaid = computed(() => {
  const person = page.value?.person;
  if (!person?.hasPin) return 'No PIN.';
  const by = person.firstPin ? ' by an administrator' : '';
  return person.pinMadeAt ? `PIN made ${ago(person.pinMadeAt)}${by}.` : `PIN made${by}.`;
});

async function signOut() {
  await attempt(() => ask(api.POST('/api/people/{id}/sign-out', path.value)));
  await queries.invalidateQueries({ queryKey: ['people', 'page', id.value] });
}

const asking = ref(false);
const forgetting = useQuery({
  queryKey: computed(() => ['people', 'forgetting', id.value]),
  queryFn: () => ask(api.GET('/api/people/{id}/forgetting', path.value)),
  enabled: asking,
});
/** Left out where there is none. */
const some = (number: number, one: string, many?: string) => (number ? `${count(number, one, many)}, ` : '');
const lost = computed(() => forgetting.data.value);
async function forget() {
  const name = page.value?.person.name ?? '';
  const done = await attempt(async () => {
    await ask(api.POST('/api/people/{id}/forget', path.value));
    return true;
  });
  if (!done) return;
  asking.value = false;
  await router.push('/people');
  await queries.invalidateQueries({ queryKey: ['people'] });
  say(`${name} was forgotten.`);
}
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <template v-if="page">
    <TitleBar
      :title="page.person.name"
      :hint="[page.person.email, page.person.login, ...page.person.groups].join(', ')"
    >
      <RouterLink class="button" :to="`/people/${id}`">Edit</RouterLink>
      <a class="button" :href="`/api/people/${id}/everything.json`" download>Export personal data</a>
      <button type="button" class="link small delete" @click="asking = true">Forget</button>
    </TitleBar>
    <ErrorNote v-if="!asking" :error="general" />
    <div class="columns">
      <section aria-labelledby="may">
        <h2 id="may">{{ count(page.jobs.length, 'job') }} available to them</h2>
        <table v-if="page.jobs.length" class="table small">
          <tbody>
            <tr v-for="job in page.jobs" :key="job.id">
              <td>
                <RouterLink class="link" :to="`/jobs/${job.id}`">{{ job.name }}</RouterLink>
              </td>
              <td class="quiet">{{ WHY[job.why](job) }}</td>
              <td class="quiet">{{ job.panels ? `on ${count(job.panels, 'panel')}` : 'on no panel' }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet">Every job is for other people or groups.</p>
      </section>
      <section aria-labelledby="sign-in">
        <h2 id="sign-in">Sign-in</h2>
        <p v-if="page.person.disabled"><strong>Disabled: they cannot sign in.</strong></p>
        <p>
          {{ pinSaid }} <template v-if="page.replacePin">{{ REPLACE[page.replacePin] }}</template>
        </p>
        <PersonCards :person="id" />
        <p v-if="!page.cards.length" class="quiet small">No card is enrolled.</p>
        <p v-for="one in page.signedIn" :key="one.deviceId">
          Signed in at {{ one.device }}, last active {{ ago(one.last) }}.
        </p>
        <button v-if="page.signedIn.length" type="button" class="button" :disabled="busy" @click="signOut">
          Sign them out
        </button>
        <p v-else class="quiet small">Signed in nowhere.</p>
        <h2>Devices of the last four weeks</h2>
        <p v-for="device in page.devices" :key="device.deviceId" class="small">
          <RouterLink class="link" :to="`/devices/${device.deviceId}`">{{ device.name }}</RouterLink>:
          {{ count(device.deliveries, 'delivery', 'deliveries') }}, last {{ ago(device.last) }}
        </p>
        <p v-if="!page.devices.length" class="quiet small">None.</p>
        <h2>Consents</h2>
        <p v-for="one in page.consents" :key="one.destinationId" class="small">
          <RouterLink class="link" :to="`/destinations/${one.destinationId}`">{{
            one.destination
          }}</RouterLink>, given {{ when(one.givenAt) }}{{ one.endedAt ? ', no longer good' : '' }}
        </p>
        <p v-if="!page.consents.length" class="quiet small">None.</p>
      </section>
      <section aria-labelledby="scans" class="wide">
        <h2 id="scans">{{ count(page.deliveries, 'delivery', 'deliveries') }}</h2>
        <table v-if="page.scans.length" class="table small">
          <tbody>
            <tr v-for="scan in page.scans" :key="scan.id">
              <td>
                <RouterLink class="link" :to="`/deliveries/${scan.id}`">{{
                  scan.fileName || scan.jobName
                }}</RouterLink>
              </td>
              <td>{{ scan.jobName }}</td>
              <td>{{ count(scan.pages, 'page') }}</td>
              <td>
                <StateMark :mark="deliveryMark(scan.state)" :size="13" silent />
                {{ MARK_WORDS[deliveryMark(scan.state)] }}
              </td>
              <td class="quiet">{{ when(scan.at) }}</td>
            </tr>
          </tbody>
        </table>
        <RouterLink
          v-if="page.deliveries > page.scans.length"
          class="link small"
          :to="{ path: '/deliveries', query: { find: page.person.name } }"
          >All of them</RouterLink
        >
      </section>
    </div>
    <el-dialog v-model="asking" :title="`Forget ${page.person.name}?`" width="520">
      <template v-if="lost">
        <p v-if="lost.underWay">
          <strong>{{ count(lost.underWay, 'delivery', 'deliveries') }} of theirs may still go.</strong> Wait
          until they have arrived, or call them off.
        </p>
        <p class="part">
          <strong>Removed at once:</strong> their name, login, mail address, groups and PIN;
          {{ some(lost.cards, 'card') }}{{ some(lost.consents, 'consent')
          }}{{ some(lost.recipients, 'kept recipient')
          }}{{ some(lost.folders, 'folder of their own', 'folders of their own') }}the pages and files of
          {{ count(lost.withContents, 'delivery', 'deliveries') }}.
        </p>
        <p class="part">
          <strong>Stays for the record, without their name:</strong> when and where
          {{ count(lost.deliveries, 'delivery was', 'deliveries were') }} scanned and whether they arrived,
          {{ count(lost.signIns, 'sign-in') }} and {{ count(lost.changes, 'change') }}.
        </p>
        <p class="small quiet">
          What was delivered already lies where it was sent. Backups keep what was there when they were made.
          This cannot be undone.
        </p>
      </template>
      <ErrorNote :error="general ?? forgetting.error.value" />
      <template #footer>
        <div class="actions end">
          <button type="button" class="button" @click="asking = false">Keep</button>
          <button
            type="button"
            class="button ink"
            :disabled="busy || !lost || lost.underWay > 0"
            @click="forget"
          >
            Forget
          </button>
        </div>
      </template>
    </el-dialog>
  </template>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 22px 34px;
  margin-top: 14px;
}
section {
  display: flex;
  flex-direction: column;
  gap: 6px;
  align-items: flex-start;
}
section .table {
  width: 100%;
}
.part {
  margin-bottom: 10px;
}
.wide {
  grid-column: 1 / -1;
}
h2 {
  margin-top: 6px;
}
.delete {
  color: var(--failed);
}
.end {
  justify-content: flex-end;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
