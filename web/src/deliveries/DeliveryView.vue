<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref, useTemplateRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import PrintDialog from '@/printing/PrintDialog.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, bytes, clockSeconds, count, exact, when, whereIs, personOf } from '@/shared/format';
import JobStamp from '@/shared/JobStamp.vue';
import { useKeys } from '@/shared/keys';
import { isFolder } from '@/destinations/kinds';
import { isCalledOff, worstLeg } from '@/shared/states';
import ActButtons from './ActButtons.vue';
import LinkLog from './LinkLog.vue';
import PageStrip from './PageStrip.vue';
import TallLine from './TallLine.vue';

const { may } = useSession();
const route = useRoute();
const router = useRouter();
const id = computed(() => String(route.params.id));
const query = useQuery({
  queryKey: computed(() => ['delivery', id.value]),
  queryFn: () => ask(api.GET('/api/deliveries/{id}', { params: { path: { id: id.value } } })),
});
const page = computed(() => query.data.value);
const row = computed(() => page.value?.row);
const printing = ref(false);
const acts = useTemplateRef<InstanceType<typeof ActButtons>>('acts');

const title = computed(() => {
  const r = row.value;
  if (!r) return '';
  const leg = worstLeg(r);
  if (r.trouble) return `${r.jobName}: no file could be made`;
  if (r.state === 'ACCEPTED') return `${r.jobName}: arrived`;
  if (r.state === 'MOVING') return `${r.jobName}: on its way`;
  if (r.state === 'HELD') return `${r.jobName}: held`;
  if (r.state === 'CALLED_OFF') return `${r.jobName}: stopped by hand`;
  return r.state === 'WAITING'
    ? `${r.jobName}: waits at ${leg?.routeName}`
    : `${r.jobName}: refused by ${leg?.routeName}`;
});
const took = computed(() => {
  const r = row.value;
  const sent = r?.legs.filter((leg) => !leg.askedLater) ?? [];
  const ends = sent.map((leg) => leg.acceptedAt).filter((at): at is string => Boolean(at));
  if (!r || ends.length < sent.length) return 'not there yet';
  const last = Math.max(...ends.map((at) => new Date(at).getTime()));
  return `${Math.max(1, Math.round((last - new Date(r.scannedAt).getTime()) / 1000))} s from Send to accepted`;
});
const stuck = computed(() => row.value?.legs.find((leg) => leg.cause !== '' && !isCalledOff(leg)));
const mendPath = computed(() =>
  stuck.value && isFolder(stuck.value.kind)
    ? `/destinations/${stuck.value.routeId}`
    : `/mail-servers/${stuck.value?.routeId}`,
);
const changeable = computed(
  () => row.value?.legs.every((leg) => leg.state !== 'ACCEPTED' && leg.state !== 'MOVING') ?? false,
);
useKeys({
  t: () => acts.value?.possible.TRY_AGAIN && void acts.value.act('TRY_AGAIN'),
  Escape: () => {
    if (!printing.value) void router.push('/deliveries');
  },
});
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <template v-if="page && row">
    <div class="title">
      <JobStamp :icon="row.jobIcon" :size="44" />
      <div>
        <h1>{{ title }}</h1>
        <p class="quiet small">
          <span v-if="row.test" class="word-tag">Test</span> D-{{ row.number }}, {{ personOf(row) }},
          {{ ago(row.scannedAt) }}
        </p>
      </div>
      <ActButtons ref="acts" class="acts" :rows="[row]" main>
        <button
          v-if="page.files.length && may('ACT_ON_DELIVERIES')"
          type="button"
          class="button"
          @click="printing = true"
        >
          Print
        </button>
        <a
          v-if="page.files.length === 1 && may('OPEN_PAGES')"
          class="button"
          :href="`/api/deliveries/${row.id}/files/0`"
          download
          >Download</a
        >
      </ActButtons>
    </div>
    <dl>
      <div>
        <dt>Person</dt>
        <dd>{{ personOf(row) }}</dd>
      </div>
      <div>
        <dt>Device</dt>
        <dd>{{ whereIs(row.place, row.deviceName) }}</dd>
      </div>
      <div>
        <dt>Job</dt>
        <dd>{{ row.jobName }}</dd>
      </div>
      <div>
        <dt>Pages</dt>
        <dd>{{ row.pages }}</dd>
      </div>
      <div>
        <dt>Scanned</dt>
        <dd :title="exact(row.scannedAt)">{{ when(row.scannedAt) }}</dd>
      </div>
      <div>
        <dt>Took</dt>
        <dd>{{ took }}</dd>
      </div>
    </dl>
    <PrintDialog v-model="printing" :delivery="page" />
    <div class="columns">
      <div>
        <TallLine :row="row" :profile="page.profileWords" />
        <section v-if="stuck" class="raised" aria-labelledby="remedy">
          <h3 id="remedy">{{ stuck.sentence }}</h3>
          <p class="small">{{ stuck.remedy }}</p>
          <p class="actions">
            <RouterLink v-if="may('READ_SETUP')" class="button" :to="mendPath"
              >Open {{ stuck.routeName }}</RouterLink
            >
            <span v-if="stuck.tries" class="small quiet"
              >{{ count(stuck.tries, 'try', 'tries') }} so far</span
            >
          </p>
        </section>
        <section class="log" aria-labelledby="steps">
          <h2 id="steps">Every step</h2>
          <ol>
            <li v-for="(step, i) in page.steps" :key="i">
              <time class="quiet" :title="exact(step.at)">{{ clockSeconds(step.at) }}</time>
              <span>
                {{ step.words }} <code v-if="step.farSide">{{ step.farSide }}</code>
              </span>
            </li>
          </ol>
        </section>
      </div>
      <div>
        <section aria-labelledby="pages">
          <h2 id="pages">Pages</h2>
          <PageStrip v-if="may('OPEN_PAGES')" :delivery="page" sizes :changeable="changeable" />
          <p v-else class="small quiet">
            {{ count(row.pages, 'page') }}. Your account does not open pages of others.
          </p>
        </section>
        <section v-if="page.files.length || row.fileName" class="file" aria-labelledby="file">
          <h2 id="file">{{ page.files.length > 1 ? count(page.files.length, 'file') : 'File' }}</h2>
          <ul v-if="page.files.length">
            <li v-for="file in page.files" :key="file.position">
              <a
                v-if="may('OPEN_PAGES')"
                class="mono"
                :href="`/api/deliveries/${row.id}/files/${file.position}`"
                download
                >{{ file.name }}</a
              >
              <span v-else class="mono">{{ file.name }}</span>
              <p class="small quiet">
                {{ count(file.pages, 'page') }}, {{ bytes(file.bytes)
                }}{{ page.files.length > 1 ? `, ${file.words}` : '' }}
              </p>
            </li>
          </ul>
          <template v-else>
            <p class="mono">{{ row.fileName }}</p>
            <p class="small quiet">{{ bytes(row.fileBytes) }}, removed when its time was over</p>
          </template>
        </section>
        <LinkLog :id="row.id" />
      </div>
    </div>
  </template>
</template>

<style scoped>
.title {
  display: flex;
  gap: 13px;
  align-items: center;
}
.title .acts {
  margin-left: auto;
}
dl {
  display: grid;
  grid-template-columns: repeat(6, auto);
  margin: 14px 0 20px;
  border-top: 2px solid var(--ink-9);
  border-bottom: 1px solid var(--rule);
  background: var(--paper-1);
}
dl div {
  padding: 9px 12px;
  border-left: 1px solid var(--rule);
}
dl div:first-child {
  border-left: 0;
}
dt {
  color: var(--ink-5);
  font-size: 12px;
}
dd {
  margin: 0;
  font-weight: 600;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 660fr) minmax(0, 326fr);
  gap: 30px;
}
section + section,
.raised,
.log {
  margin-top: 16px;
}
.raised .actions {
  margin-top: 10px;
}
.log {
  border-top: 2px solid var(--ink-9);
  padding-top: 7px;
}
.log ol {
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
.log li {
  display: grid;
  grid-template-columns: 74px minmax(0, 1fr);
  gap: 12px;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}
.log code {
  display: block;
  color: var(--ink-5);
}
.file ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.file li + li {
  margin-top: 8px;
}
.file {
  border-top: 1px solid var(--ink-9);
  padding-top: 8px;
}
h2 {
  margin-bottom: 6px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  dl {
    grid-template-columns: repeat(3, auto);
  }
}
@media (max-width: 600px) {
  .title {
    flex-wrap: wrap;
  }
  .title > div {
    flex: 1;
  }
  .title .acts {
    width: 100%;
    margin-left: 0;
    flex-wrap: wrap;
  }
  dl {
    grid-template-columns: 1fr 1fr;
  }
  dl div:nth-child(odd) {
    border-left: 0;
  }
}
</style>
