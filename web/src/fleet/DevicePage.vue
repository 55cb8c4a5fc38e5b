<script setup lang="ts">
import { useMutation, useQuery, useQueryClient, keepPreviousData } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask } from '@/api/client';
import { abilityRows, certificateRows, detailRows, scans } from '@/devices/abilities';
import AlertList from '@/alerts/AlertList.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count, figure, lasting, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import { conditionMark } from '@/shared/states';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import DeviceSettings from '@/drift/DeviceSettings.vue';
import DeviceFirmware from '@/firmware/DeviceFirmware.vue';
import DayBars from './DayBars.vue';
import DeviceLevels from './DeviceLevels.vue';
import DeviceOutcomes from './DeviceOutcomes.vue';
import DeviceProbe from './DeviceProbe.vue';
import { shareWords } from './states';
import StateLine from './StateLine.vue';

/** Of the interruptions so many are shown at first. */
const FEW = 5;
const SPANS = [
  { days: 1, words: 'Day', text: 'the last 24 hours' },
  { days: 7, words: 'Week', text: 'the last 7 days' },
  { days: 90, words: 'Quarter', text: 'the last 90 days' },
];

const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { may } = useSession();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const id = computed(() => String(route.params.id));
const path = computed(() => ({ id: id.value }));
const span = computed(() => SPANS.find((one) => String(one.days) === route.query.days) ?? SPANS[0]!);
const row = useQuery({
  queryKey: computed(() => ['devices', 'fleet', 'one', id.value]),
  queryFn: () => ask(api.GET('/api/fleet/devices/{id}', { params: { path: path.value } })),
});
const device = useQuery({
  queryKey: computed(() => ['devices', 'one', id.value]),
  queryFn: () => ask(api.GET('/api/devices/{id}', { params: { path: path.value } })),
});
const history = useQuery({
  queryKey: computed(() => ['devices', 'history', id.value, span.value.days]),
  queryFn: () =>
    ask(
      api.GET('/api/devices/{id}/history', {
        params: { path: path.value, query: { days: span.value.days } },
      }),
    ),
  refetchInterval: 60_000,
  placeholderData: keepPreviousData,
});
const shown = computed(() => history.data.value);
const lineWords = computed(() => {
  const now = shown.value;
  if (!now || now.usable == null) return 'Nothing is known of this time.';
  const often = now.interruptions;
  return (
    `Usable ${shareWords(now.usable)} of ${span.value.text}` +
    (often ? `; ${count(often, 'interruption')}.` : ', without interruption.')
  );
});

const refresh = useMutation({
  mutationFn: () => ask(api.POST('/api/devices/{id}/refresh', { params: { path: path.value } })),
  onSettled: () => queries.invalidateQueries({ queryKey: ['devices'] }),
});
async function checkAgain() {
  const seen = await attempt(() => refresh.mutateAsync());
  if (seen) say(`${seen.name}: ${seen.conditionWords}`);
}
const open = useQuery({ queryKey: ['alerts', 'open'], queryFn: () => ask(api.GET('/api/alerts')) });
const alerts = computed(
  () => open.data.value?.filter((alert) => alert.concerns.some((one) => one.id === id.value)) ?? [],
);
const allStops = ref(false);
watch([id, span], () => (allStops.value = false));
const stops = computed(() => shown.value?.stops.slice(0, allStops.value ? undefined : FEW) ?? []);
</script>

<template>
  <div class="device">
    <p class="small"><RouterLink to="/fleet">Fleet</RouterLink></p>
    <TitleBar :title="row.data.value?.name ?? 'Device'">
      <template #under>
        <p v-if="row.data.value" class="quiet small">
          {{ [row.data.value.place, row.data.value.model].filter(Boolean).join(', ') }}
          <span class="mono">{{ row.data.value.address }}</span>
        </p>
      </template>
      <a
        v-if="device.data.value && scans(device.data.value.abilities)"
        class="button"
        :href="`/panel/${id}`"
        target="_blank"
        >Open its panel</a
      >
      <RouterLink v-if="device.data.value" class="button" :to="`/devices/${id}`">Set up</RouterLink>
      <button
        v-if="may('ACT_ON_DELIVERIES')"
        type="button"
        class="button"
        :disabled="busy"
        @click="checkAgain"
      >
        Check again
      </button>
    </TitleBar>
    <ErrorNote :error="row.error.value ?? history.error.value ?? general" />
    <p v-if="row.data.value" :class="['now', row.data.value.state.toLowerCase()]">
      <StateMark :mark="conditionMark(row.data.value.condition, row.data.value.protocol)" :size="18" silent />
      <strong>{{ row.data.value.sentence }}</strong>
      {{ row.data.value.remark }}
      <span class="caption">seen {{ row.data.value.seenAt ? ago(row.data.value.seenAt) : 'never' }}</span>
    </p>
    <section v-if="alerts.length" aria-label="Alerts" class="alerts">
      <AlertList :alerts="alerts" />
    </section>
    <div class="columns">
      <div>
        <section aria-labelledby="been">
          <div class="head">
            <h2 id="been">How it has been</h2>
            <div class="segments" role="group" aria-label="Time">
              <button
                v-for="one in SPANS"
                :key="one.days"
                type="button"
                :aria-pressed="one.days === span.days"
                @click="router.replace({ query: one.days === 1 ? {} : { days: one.days } })"
              >
                {{ one.words }}
              </button>
            </div>
          </div>
          <template v-if="shown?.spans.length">
            <p class="small">{{ lineWords }}</p>
            <StateLine :spans="shown.spans" :days="span.days" :label="lineWords" />
            <table v-if="stops.length" class="table stops">
              <caption class="hidden-text">
                Interruptions in
                {{
                  span.text
                }}
              </caption>
              <thead>
                <tr>
                  <th scope="col">Since</th>
                  <th scope="col">For</th>
                  <th scope="col">Why</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="stop in stops" :key="stop.from">
                  <td>{{ when(stop.from) }}</td>
                  <td>{{ lasting(stop.from, stop.until) }}</td>
                  <td>{{ stop.words }}</td>
                </tr>
              </tbody>
            </table>
            <button
              v-if="shown.stops.length > FEW"
              type="button"
              class="link small"
              :aria-expanded="allStops"
              @click="allStops = !allStops"
            >
              {{ allStops ? 'Show fewer' : `Show ${figure(shown.stops.length - FEW)} more` }}
            </button>
            <p v-if="allStops && shown.interruptions > shown.stops.length" class="caption">
              The latest {{ shown.stops.length }} of {{ figure(shown.interruptions) }}.
            </p>
          </template>
        </section>
        <section v-if="row.data.value" aria-labelledby="scans">
          <div class="head">
            <h2 id="scans">Scans</h2>
            <RouterLink class="small" :to="{ path: '/deliveries', query: { device: id } }"
              >All deliveries</RouterLink
            >
          </div>
          <div class="volume">
            <DayBars :days="row.data.value.days" />
            <p class="small">
              {{ count(row.data.value.days.at(-1) ?? 0, 'document') }} today, usually
              {{ figure(Math.round(row.data.value.usual)) }}.
              <template v-if="row.data.value.lastScan">Last {{ when(row.data.value.lastScan) }}.</template>
            </p>
          </div>
          <DeviceOutcomes :id="id" />
        </section>
      </div>
      <div>
        <section
          v-if="row.data.value?.trays.length || row.data.value?.supplies.length"
          aria-labelledby="stock"
        >
          <h2 id="stock">Paper and supplies</h2>
          <DeviceLevels :device="row.data.value" />
        </section>
        <DeviceSettings v-if="device.data.value" :key="`settings-${id}`" :device="device.data.value" />
        <DeviceFirmware v-if="device.data.value" :key="`firmware-${id}`" :device="device.data.value" />
        <DeviceProbe v-if="may('ACT_ON_DELIVERIES')" :id="id" :key="id" />
        <section v-if="device.data.value?.abilities.panelPlaces" aria-labelledby="sheet">
          <h2 id="sheet">Instruction sheet</h2>
          <p class="quiet small">
            A page to hang beside the device: how to sign in, its jobs and where they go, what to do when it
            stops.
          </p>
          <p class="actions">
            <a class="button small" :href="`/api/instruction-sheets?device=${id}&paper=A4`" download
              >PDF, A4</a
            >
            <a class="button small" :href="`/api/instruction-sheets?device=${id}&paper=LETTER`" download
              >PDF, Letter</a
            >
          </p>
        </section>
        <section v-if="device.data.value" aria-labelledby="what">
          <h2 id="what">What it is</h2>
          <dl>
            <div
              v-for="one in [
                ...detailRows(device.data.value.details),
                ...abilityRows(
                  device.data.value.abilities,
                  device.data.value.protocol,
                  device.data.value.access.encrypted,
                ),
                ...certificateRows(device.data.value.certificateEnds),
              ]"
              :key="one.name"
            >
              <dt>{{ one.name }}</dt>
              <dd>{{ one.words }}</dd>
            </div>
          </dl>
        </section>
      </div>
    </div>
  </div>
</template>

<style scoped>
.now {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 10px 8px;
}
.now.stopped,
.now.away {
  background: var(--failed-wash);
  color: var(--failed);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 0 36px;
}
section {
  margin-top: 14px;
  padding-top: 8px;
  border-top: 2px solid var(--ink-9);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  justify-content: space-between;
  margin-bottom: 6px;
}
.stops {
  margin-top: 10px;
}
.stops td {
  padding: 4px 10px 4px 0;
}
.stops td:nth-child(-n + 2) {
  white-space: nowrap;
}
.volume {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: end;
}
dl {
  margin: 6px 0 0;
}
dl div {
  display: flex;
  gap: 10px;
  padding: 3px 0;
  border-top: 1px solid var(--rule);
}
dt {
  flex: none;
  width: 110px;
  color: var(--ink-5);
  font-size: 13px;
}
dd {
  margin: 0;
  font-size: 13px;
  overflow-wrap: anywhere;
}
@media (width < 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
