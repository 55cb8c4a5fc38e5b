<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, figure } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import FleetActs from './FleetActs.vue';
import FleetGroup from './FleetGroup.vue';
import { fleetTitle, MARK_OF, STATES, STATE_WORDS, type Asked, type FleetState } from './states';

/** So many devices are shown and asked for at once; of a larger fleet the groups open one by one. */
const MANY = 60;

const route = useRoute();
const router = useRouter();
const { may } = useSession();
const text = (name: string) => (typeof route.query[name] === 'string' ? (route.query[name] as string) : '');
function set(change: Record<string, string>) {
  const query: LocationQueryRaw = { ...route.query, ...change };
  for (const key of Object.keys(query)) if (!query[key]) delete query[key];
  void router.replace({ query });
}

const words = ref(text('find'));
const settled = refDebounced(words, 150);
watch(settled, (find) => set({ find: find.trim() }));
const asked = computed<Asked>(() => ({
  by: text('by') === 'MODEL' ? 'MODEL' : 'PLACE',
  find: text('find') || undefined,
  state: STATES.find((state) => state === text('state')),
}));
const fleet = useQuery({
  queryKey: computed(() => ['devices', 'fleet', asked.value]),
  queryFn: ({ signal }) => ask(api.GET('/api/fleet', { params: { query: asked.value }, signal })),
  placeholderData: keepPreviousData,
});
/** How many devices are set otherwise than wanted. */
const drift = useQuery({
  queryKey: ['device-settings', 'count'],
  queryFn: () => ask(api.GET('/api/device-settings', { params: { query: { count: 1 } } })),
});
const firmware = useQuery({
  queryKey: ['firmware', 'count'],
  queryFn: () => ask(api.GET('/api/firmware/devices', { params: { query: { count: 1 } } })),
});
const behind = computed(() => firmware.data.value?.attention ?? 0);
const differing = computed(() => drift.data.value?.attention ?? 0);
const groups = computed(() => fleet.data.value?.groups ?? []);
const fitting = computed(() => groups.value.reduce((sum, group) => sum + group.devices, 0));
const isSmall = computed(() => fitting.value <= MANY);
const all = useQuery({
  queryKey: computed(() => ['devices', 'fleet', asked.value, 'all']),
  queryFn: ({ signal }) => ask(api.GET('/api/fleet/devices', { params: { query: asked.value }, signal })),
  enabled: computed(() => isSmall.value && fitting.value > 0),
  placeholderData: keepPreviousData,
});
const keyOf = (row: Schemas['FleetDevice']) =>
  (asked.value.by === 'MODEL' ? row.model : row.place).toLowerCase();
/** The rows of one group, where all are here already. */
const rowsOf = (name: string) =>
  isSmall.value ? all.data.value?.rows.filter((row) => keyOf(row) === name.toLowerCase()) : undefined;
/** The end of the scale of today's bars, the same for all. */
const most = computed(() => Math.max(10, ...groups.value.map((group) => group.busiest)));

/** Ids of devices that something shall be done with; what is looked for next is something else. */
const picked = ref<string[]>([]);
watch(asked, () => (picked.value = []));

/* What somebody folded or opened stays so; everything else goes by how much there is. */
const folded = ref(new Map<string, boolean>());
watch(
  () => asked.value.by,
  () => folded.value.clear(),
);
const isOpen = (name: string, n: number) =>
  !(folded.value.get(name) ?? (!isSmall.value && (n > 0 || groups.value[0]!.devices > MANY)));
function fold(name: string, n: number) {
  folded.value.set(name, isOpen(name, n));
}
function foldAll(all: boolean) {
  groups.value.forEach((group) => folded.value.set(group.name, all));
}
const anyOpen = computed(() => groups.value.some((group, n) => isOpen(group.name, n)));
const { general, busy, attempt } = useForm();
const { say } = useToast();
async function lookAtAll() {
  const looked = await attempt(() =>
    ask(api.POST('/api/fleet/look', { params: { query: asked.value }, body: {} })),
  );
  if (looked) say(`${count(looked.devices, 'device')} will be asked within seconds.`);
}
const toggle = (state: FleetState) => set({ state: asked.value.state === state ? '' : state });
</script>

<template>
  <div class="fleet">
    <TitleBar :title="fleet.data.value ? fleetTitle(fleet.data.value) : 'Fleet'">
      <RouterLink v-if="fleet.data.value?.devices" class="button" to="/fleet/settings">
        {{
          differing ? `Settings, ${figure(differing)} ${differing === 1 ? 'differs' : 'differ'}` : 'Settings'
        }}
      </RouterLink>
      <RouterLink v-if="fleet.data.value?.devices" class="button" to="/fleet/firmware">
        {{ behind ? `Firmware, ${figure(behind)} behind` : 'Firmware' }}
      </RouterLink>
      <div class="segments" role="group" aria-label="Group by">
        <button type="button" :aria-pressed="asked.by === 'PLACE'" @click="set({ by: '' })">By place</button>
        <button type="button" :aria-pressed="asked.by === 'MODEL'" @click="set({ by: 'MODEL' })">
          By model
        </button>
      </div>
    </TitleBar>
    <ErrorNote :error="fleet.error.value ?? all.error.value ?? general" />
    <div v-if="fleet.data.value?.devices" class="tools">
      <el-input
        v-model="words"
        class="find"
        type="search"
        clearable
        placeholder="Name, place, model or address"
        aria-label="Name, place, model or address"
      />
      <div class="segments" role="group" aria-label="State">
        <button
          v-for="state in STATES.filter((one) => fleet.data.value!.states[one] || asked.state === one)"
          :key="state"
          type="button"
          :aria-pressed="asked.state === state"
          @click="toggle(state)"
        >
          <StateMark :mark="MARK_OF[state]" :size="13" silent /> {{ STATE_WORDS[state] }}
          <strong>{{ figure(fleet.data.value.states[state] ?? 0) }}</strong>
        </button>
      </div>
      <button v-if="groups.length > 1" type="button" class="link small" @click="foldAll(anyOpen)">
        {{ anyOpen ? 'Collapse all' : 'Expand all' }}
      </button>
      <button
        v-if="may('ACT_ON_DELIVERIES') && fitting"
        type="button"
        class="link small"
        :disabled="busy"
        @click="lookAtAll"
      >
        {{ asked.find || asked.state ? `Check these ${figure(fitting)} again` : 'Check all again' }}
      </button>
    </div>
    <FleetActs v-model="picked" />
    <div v-if="groups.length && anyOpen" class="captions caption" aria-hidden="true">
      <span></span><span></span><span>Device</span><span class="paper">Trays</span
      ><span class="toner">Toner, ink</span><span class="last">Last scan</span
      ><span class="days">Last ten days</span><span>Today, and <b>| usual</b></span
      ><span></span>
    </div>
    <FleetGroup
      v-for="(group, n) in groups"
      :key="group.name"
      v-model:picked="picked"
      :group="group"
      :asked="asked"
      :most="most"
      :small="isSmall"
      :given="rowsOf(group.name)"
      :open="isOpen(group.name, n)"
      @fold="fold(group.name, n)"
    />
    <p v-if="fleet.data.value && !fleet.data.value.devices" class="empty-view">
      There are no devices yet.
      <RouterLink v-if="may('CHANGE_SETUP')" to="/devices/find">Find devices</RouterLink>
    </p>
    <p v-else-if="fleet.data.value && !groups.length" class="empty-view" role="status">
      No device matches.
      <button type="button" class="link" @click="((words = ''), set({ find: '', state: '' }))">
        Show all
      </button>
    </p>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  margin: 10px 0;
}
.find {
  max-width: 300px;
}
/* The columns of every strip, and of the captions above them. */
.fleet {
  --strip: 24px 16px minmax(120px, 1.4fr) 72px 66px 84px 96px minmax(104px, 0.8fr) minmax(176px, 1.9fr);
}
.captions {
  display: grid;
  grid-template-columns: var(--strip);
  gap: 12px;
  padding: 0 0 4px 124px;
}
.captions b {
  color: var(--ink-9);
}
@media (width < 1100px) {
  .fleet {
    --strip: 24px 16px minmax(120px, 1.5fr) 72px 66px minmax(96px, 0.9fr) minmax(130px, 1.7fr);
  }
  .last,
  .days {
    display: none;
  }
}
@media (width < 720px) {
  .captions {
    display: none;
  }
}
</style>
