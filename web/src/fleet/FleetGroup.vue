<script setup lang="ts">
import { useInfiniteQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import { conditionMark } from '@/shared/states';
import { useToast } from '@/shared/toast';
import DayBars from './DayBars.vue';
import { MARK_OF, STATES, type Asked } from './states';
import SupplyBars from './SupplyBars.vue';
import TodayBar from './TodayBar.vue';
import TrayBoxes from './TrayBoxes.vue';

/** The devices of one place or model, each a strip; folded it is its head alone. Of a small fleet its rows are given, else it asks for them. */
const props = defineProps<{
  group: Schemas['FleetGroup'];
  asked: Asked;
  open: boolean;
  most: number;
  small: boolean;
  given?: Schemas['FleetDevice'][];
}>();
defineEmits<{ fold: [] }>();
/** Ids of devices that something shall be done with. */
const picked = defineModel<string[]>('picked', { required: true });

type Row = Schemas['FleetDevice'];
const queries = useQueryClient();
const { say } = useToast();
const { may } = useSession();
const { general, busy, attempt } = useForm();
const list = useInfiniteQuery({
  queryKey: computed(() => ['devices', 'fleet', props.asked, props.group.name]),
  queryFn: ({ pageParam, signal }) =>
    ask(
      api.GET('/api/fleet/devices', {
        params: { query: { ...props.asked, group: props.group.name, from: pageParam } },
        signal,
      }),
    ),
  initialPageParam: 0,
  getNextPageParam: (last, pages) => {
    const had = pages.reduce((sum, page) => sum + page.rows.length, 0);
    return last.rows.length && had < last.fitting ? had : undefined;
  },
  enabled: computed(() => props.open && !props.small),
});
const rows = computed(() =>
  props.small ? (props.given ?? []) : (list.data.value?.pages.flatMap((page) => page.rows) ?? []),
);
const title = computed(() => props.group.name || (props.asked.by === 'MODEL' ? 'Unknown model' : 'No place'));
const amiss = computed(() =>
  STATES.filter((state) => state !== 'WELL' && props.group.states[state]).map((state) => ({
    state,
    number: props.group.states[state] ?? 0,
  })),
);
const allPicked = computed(
  () => rows.value.length > 0 && rows.value.every((row) => picked.value.includes(row.id)),
);
function pick(these: Row[], wanted: boolean) {
  const ids = these.map((row) => row.id);
  const others = picked.value.filter((id) => !ids.includes(id));
  picked.value = wanted ? [...others, ...ids] : others;
}
const words = (row: Row) => (row.state === 'WELL' && row.condition === 'READY' ? '' : row.sentence);

async function askAgain(row: Row) {
  const seen = await attempt(() =>
    ask(api.POST('/api/devices/{id}/refresh', { params: { path: { id: row.id } } })),
  );
  if (seen) say(`${seen.name}: ${seen.conditionWords}`);
  void queries.invalidateQueries({ queryKey: ['devices'] });
}
</script>

<template>
  <section class="group" :aria-label="title">
    <div class="head">
      <h2>
        <button type="button" :aria-expanded="open" @click="$emit('fold')">{{ title }}</button>
      </h2>
      <p class="caption">{{ group.what }}</p>
      <p v-if="open && asked.by === 'PLACE' && group.name" class="caption">
        <a class="sheets" :href="`/api/instruction-sheets?place=${encodeURIComponent(group.name)}`" download
          >Instruction sheets</a
        >
      </p>
      <p v-if="open && rows.length > 1" class="caption">
        <label class="all">
          <input
            type="checkbox"
            :checked="allPicked"
            :aria-label="`Choose all of ${title}`"
            @change="pick(rows, ($event.target as HTMLInputElement).checked)"
          />
          {{ group.devices > rows.length ? `These ${rows.length}` : 'All' }}
        </label>
      </p>
      <p v-if="!open" class="caption folded">
        {{ count(group.devices, 'device') }}, {{ group.today }} today
        <span v-for="one in amiss" :key="one.state">
          <StateMark :mark="MARK_OF[one.state]" :size="12" /> {{ one.number }}
        </span>
      </p>
    </div>
    <ErrorNote v-if="open" :error="list.error.value ?? general" />
    <ul v-if="open" class="strips">
      <li v-for="row in rows" :key="row.id" :class="['strip', row.state.toLowerCase()]">
        <label class="pick">
          <input
            type="checkbox"
            :checked="picked.includes(row.id)"
            :aria-label="`Choose ${row.name}`"
            @change="pick([row], ($event.target as HTMLInputElement).checked)"
          />
        </label>
        <StateMark :mark="conditionMark(row.condition, row.protocol)" class="mark" />
        <div class="name">
          <RouterLink :to="`/fleet/${row.id}`">{{ row.name }}</RouterLink>
          <p class="caption">
            {{ asked.by === 'MODEL' ? row.place : row.model }} <span class="mono">{{ row.address }}</span>
          </p>
        </div>
        <div class="paper"><TrayBoxes :trays="row.trays" /></div>
        <div class="toner"><SupplyBars :supplies="row.supplies" /></div>
        <p class="last" :title="row.lastScan ? ago(row.lastScan) : undefined">
          {{ row.lastScan ? when(row.lastScan) : 'never' }}
        </p>
        <div class="days"><DayBars :days="row.days" /></div>
        <TodayBar class="day" :today="row.days.at(-1) ?? 0" :usual="row.usual" :most="most" />
        <div class="words">
          <p v-if="words(row) || row.remark">
            {{ words(row) }} <span>{{ row.remark }}</span>
          </p>
          <button
            v-if="(row.state === 'STOPPED' || row.state === 'AWAY') && may('ACT_ON_DELIVERIES')"
            type="button"
            class="button small"
            :disabled="busy"
            @click="askAgain(row)"
          >
            Check again<span class="hidden-text">: {{ row.name }}</span>
          </button>
        </div>
      </li>
      <li
        v-if="small ? !given : list.isLoading.value"
        class="quiet small loading"
        :style="{ minHeight: 52 * Math.min(group.devices, 100) + 'px' }"
      >
        Loading ...
      </li>
      <li v-if="!small && list.hasNextPage.value" class="more">
        <button type="button" class="button small" @click="list.fetchNextPage()">
          Show {{ group.devices - rows.length }} more
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.group {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr);
  border-top: 1px solid var(--ink-9);
}
.head {
  padding: 8px 10px 8px 0;
}
.sheets {
  display: inline-block;
  min-height: 24px;
  line-height: 24px;
}
h2 button {
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
h2 {
  font: 680 16px/20px var(--heading);
  font-stretch: 90%;
}
.folded {
  white-space: nowrap;
}
.folded span {
  margin-left: 8px;
}
input {
  accent-color: var(--stamp);
}
.all {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 24px;
}
.pick {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
}
.strips {
  margin: 0;
  padding: 0;
  list-style: none;
}
.strip {
  display: grid;
  grid-template-columns: var(--strip);
  gap: 12px;
  align-items: center;
  min-height: 52px;
  padding: 5px 0 5px 6px;
  border-top: 1px solid var(--rule);
}
.strip:first-child {
  border-top: 0;
}
.strip.stopped,
.strip.away {
  background: var(--failed-wash);
}
.name p {
  overflow-wrap: anywhere;
}
.name .mono {
  white-space: nowrap;
}
.last {
  font-size: 13px;
}
.words {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: space-between;
  padding-right: 6px;
  font-size: 13px;
  line-height: 17px;
}
.stopped .words p,
.away .words p {
  color: var(--failed);
  font-weight: 600;
}
.words button {
  flex: none;
}
.loading,
.more {
  padding: 8px 6px;
}
@media (width < 1100px) {
  .last,
  .days {
    display: none;
  }
}
@media (width < 720px) {
  .group {
    grid-template-columns: minmax(0, 1fr);
  }
  .head {
    padding-bottom: 0;
  }
  .strip {
    grid-template-columns: 24px 16px minmax(0, 1fr) 66px;
    gap: 4px 10px;
  }
  .toner,
  .day {
    grid-column: 3;
  }
  .paper {
    grid-column: 4;
    grid-row: 1;
  }
  .words {
    grid-column: 3 / -1;
  }
}
</style>
