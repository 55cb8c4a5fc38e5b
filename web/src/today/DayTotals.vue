<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import { clock, count } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import type { Mark } from '@/shared/states';

const props = defineProps<{ day: Schemas['Day'] }>();
const rows = computed<{ mark: Mark; name: string; now: number; usual: number; to: string }[]>(() => [
  {
    mark: 'accepted',
    name: 'Accepted',
    now: props.day.now.accepted,
    usual: props.day.usual.accepted,
    to: 'ACCEPTED',
  },
  { mark: 'moving', name: 'Moving', now: props.day.now.moving, usual: props.day.usual.moving, to: 'MOVING' },
  {
    mark: 'waiting',
    name: 'Waiting',
    now: props.day.now.waiting,
    usual: props.day.usual.waiting,
    to: 'WAITING',
  },
  {
    mark: 'failed',
    name: 'Stopped',
    now: props.day.now.stopped,
    usual: props.day.usual.stopped,
    to: 'STOPPED',
  },
]);
</script>

<template>
  <div class="head">
    <h2 id="totals">{{ count(day.now.scanned, 'document') }}</h2>
    <span class="quiet small">usually {{ day.usual.scanned }} by {{ clock(new Date()) }}</span>
  </div>
  <table class="table">
    <thead>
      <tr>
        <th scope="col"><span class="hidden-text">State</span></th>
        <th scope="col" class="number">now</th>
        <th scope="col" class="number">usual</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.name">
        <td>
          <StateMark :mark="row.mark" silent />
          <RouterLink :to="`/deliveries?day=today&state=${row.to}`">{{ row.name }}</RouterLink>
        </td>
        <td class="number">
          <strong>{{ row.now }}</strong>
        </td>
        <td class="number quiet">{{ row.usual }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding: 7px 0 0;
}
.table td {
  padding: 4px 0;
}
.table th {
  padding: 2px 0;
  border-color: var(--rule);
}
td a {
  margin-left: 6px;
  color: var(--ink-9);
  text-decoration: none;
}
td a:hover {
  text-decoration: underline;
}
</style>
