<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { alongside, KINDS, type Kind } from './chain';

/** What would stop without a thing, or what it needs: joined columns, as wide as what went that way last week. */
const ROW = 32;
const GAP = 50;
/** Between a line and what it leads to. */
const SPACE = 6;
const WIDEST = 6;
const route = useRoute();
const kind = computed(() => String(route.params.kind).toUpperCase().replace('-', '_') as Kind);
const id = computed(() => String(route.params.id));
const needs = computed(() => route.query.show === 'needs');
const query = useQuery({
  queryKey: computed(() => ['dependents', kind.value, id.value, needs.value]),
  queryFn: () => {
    const params = { query: { kind: kind.value, id: id.value } };
    return needs.value ? ask(api.GET('/api/needs', { params })) : ask(api.GET('/api/dependents', { params }));
  },
});
const chain = computed(() => query.data.value);
const columns = computed(() => (chain.value ? [own(chain.value), ...chain.value.columns] : []));
function own({ of }: Schemas['Chain']): Schemas['Column'] {
  return { kind: of.kind, all: 1, there: 1, nodes: [of] };
}

const board = ref<HTMLElement>();
const { width } = useElementSize(board);
const column = computed(() =>
  Math.max(110, (width.value - GAP * (columns.value.length - 1)) / columns.value.length),
);
const height = computed(() => Math.max(1, ...columns.value.map((c) => c.nodes.length + 1)) * ROW);
const placed = computed(() => {
  const found = new Map<string, { x: number; y: number }>();
  columns.value.forEach((c, i) =>
    c.nodes.forEach((node, row) =>
      found.set(node.id, { x: i * (column.value + GAP), y: row * ROW + ROW / 2 }),
    ),
  );
  return found;
});

/** Pointed at, or with the keyboard's focus. */
const chosen = ref('');
const inked = computed(() =>
  chosen.value && chain.value ? alongside(chain.value.joins, chosen.value) : undefined,
);
const lines = computed(() => {
  const joins = chain.value?.joins ?? [];
  const most = Math.max(1, ...joins.map((join) => join.lastWeek));
  return joins
    .flatMap((join) => {
      const from = placed.value.get(join.from);
      const to = placed.value.get(join.to);
      if (!from || !to) return [];
      const [x1, x2] = [from.x + column.value + SPACE, to.x - SPACE];
      const bend = (x1 + x2) / 2;
      const ink = inked.value ? inked.value.has(join.from) && inked.value.has(join.to) : join.waiting > 0;
      return [
        {
          key: join.from + join.to,
          d: `M${x1} ${from.y} C${bend} ${from.y} ${bend} ${to.y} ${x2} ${to.y}`,
          wide: 1 + (WIDEST - 1) * Math.sqrt(join.lastWeek / most),
          ink,
        },
      ];
    })
    .sort((a, b) => Number(a.ink) - Number(b.ink));
});

const there = (of: Kind) => chain.value?.columns.find((c) => c.kind === of)?.there ?? 0;
const counted = (of: Kind) => count(there(of), KINDS[of].one, KINDS[of].many);
const title = computed(() => {
  const of = chain.value?.of;
  if (!of) return '';
  if (needs.value) return `What ${of.name} needs`;
  const parts = (['DESTINATION', 'JOB', 'DEVICE'] as const)
    .filter((k) => there(k) && k !== of.kind)
    .map(counted);
  return parts.length ? `${of.name}: ${parts.join(', ')}` : `Nothing depends on ${of.name}`;
});
const said = computed(() => {
  const seen = chain.value;
  if (!seen || needs.value) return '';
  if (!seen.of.lastWeek) return 'No delivery went this way last week.';
  const by = there('PERSON') ? `, by ${counted('PERSON')}` : '';
  const late = seen.of.waiting ? `; ${seen.of.waiting} have not arrived` : '';
  return `Last week ${seen.of.lastWeek} of ${count(seen.deliveries, 'delivery', 'deliveries')} of the office${by}${late}.`;
});
const headOf = (c: Schemas['Column']) =>
  c.nodes.some((node) => node.kind !== c.kind)
    ? c.nodes
        .map((node) => KINDS[node.kind].many)
        .filter((words, i, all) => all.indexOf(words) === i)
        .join(', ')
    : KINDS[c.kind].many;
const toggle = computed(() => ({ path: route.path, query: needs.value ? {} : { show: 'needs' } }));
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <template v-if="chain">
    <TitleBar :title="title" :hint="said">
      <RouterLink class="button" :to="toggle">{{
        needs ? 'What depends on it' : 'What it needs'
      }}</RouterLink>
    </TitleBar>
    <div class="scroll">
      <div
        class="heads"
        :style="{
          columnGap: GAP + 'px',
          gridTemplateColumns: `repeat(${columns.length}, minmax(110px, 1fr))`,
        }"
      >
        <p v-for="(c, i) in columns" :key="i">
          <template v-if="i === 0">{{ KINDS[c.kind].one }}</template>
          <template v-else-if="needs">{{ headOf(c) }}</template>
          <template v-else>
            <strong>{{ count(c.there, KINDS[c.kind].one, KINDS[c.kind].many) }}</strong>
            <span class="quiet"> of {{ c.all }}</span>
          </template>
        </p>
      </div>
      <div ref="board" class="board" :style="{ minHeight: height + 'px' }">
        <svg :width="width" :height="height" aria-hidden="true">
          <path
            v-for="line in lines"
            :key="line.key"
            :class="{ ink: line.ink }"
            :d="line.d"
            :stroke-width="line.wide"
          />
        </svg>
        <ul
          v-for="(c, i) in columns"
          :key="i"
          :style="{ left: i * (column + GAP) + 'px', width: column + 'px' }"
          :aria-label="i === 0 ? KINDS[c.kind].one : headOf(c)"
        >
          <li
            v-for="node in c.nodes"
            :key="node.id"
            :class="{ dim: inked && !inked.has(node.id), of: i === 0 }"
            @mouseenter="chosen = node.id"
            @mouseleave="chosen = ''"
            @focusin="chosen = node.id"
            @focusout="chosen = ''"
          >
            <RouterLink :to="`/${KINDS[node.kind].path}/${node.id}`" :title="node.name">{{
              node.name
            }}</RouterLink>
            <span v-if="node.waiting" class="waits">
              <StateMark mark="waiting" :size="12" :words="`${node.waiting} have not arrived`" />
              {{ node.waiting }}
            </span>
            <span v-if="!needs && i > 0" class="quiet number" title="last week">{{ node.lastWeek }}</span>
          </li>
          <li v-if="c.there > c.nodes.length" class="quiet small">and {{ c.there - c.nodes.length }} more</li>
        </ul>
      </div>
    </div>
    <section v-if="!needs && there('JOB')" aria-labelledby="stops" class="stops">
      <h2 id="stops">If it stops</h2>
      <p v-if="chain.stillWhole.length">
        Still reach another destination: {{ chain.stillWhole.join(', ') }}.
      </p>
      <p v-else>No job here leads anywhere else.</p>
      <p v-if="chain.plans.length">
        Planned for panels by:
        <template v-for="(plan, i) in chain.plans" :key="plan.id"
          >{{ i ? ', ' : ''
          }}<RouterLink class="link" :to="'/panel-plans/' + plan.id">{{ plan.name }}</RouterLink></template
        >.
      </p>
      <p class="caption">
        Point at one, or move to it with Tab, to see its way. Lines are as wide as what went that way last
        week; numbers are deliveries.
      </p>
    </section>
  </template>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.heads {
  display: grid;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.heads p:first-child {
  color: var(--ink-5);
}
.board {
  position: relative;
  min-width: 720px;
}
.board > svg {
  position: absolute;
  inset: 0;
}
path {
  fill: none;
  stroke: var(--rule);
}
path.ink {
  stroke: var(--ink-9);
}
ul {
  position: absolute;
  top: 0;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  height: 32px;
}
li a {
  flex: 1;
  overflow: hidden;
  color: inherit;
  text-decoration: none;
  text-overflow: ellipsis;
  white-space: nowrap;
}
li a:hover {
  text-decoration: underline;
}
li.of a {
  font: 680 16px/20px var(--heading);
  font-stretch: 90%;
}
li.dim {
  color: var(--ink-5);
}
.waits {
  display: flex;
  gap: 4px;
  align-items: center;
  color: var(--waiting);
  font-weight: 600;
}
.number {
  min-width: 22px;
  text-align: right;
}
.stops {
  margin-top: 18px;
  padding-top: 10px;
  border-top: 2px solid var(--ink-9);
}
</style>
