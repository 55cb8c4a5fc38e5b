<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count, when, whereIs } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { markOf, standing, who } from './calls';

const router = useRouter();
const query = useQuery({ queryKey: ['help-calls'], queryFn: () => ask(api.GET('/api/help-calls')) });
const calls = computed(() => query.data.value ?? []);
const open = computed(() => calls.value.filter((call) => call.state !== 'ENDED').length);
const title = computed(() =>
  open.value ? `${count(open.value, 'call')} for help` : 'Nobody is calling for help',
);
</script>

<template>
  <TitleBar
    :title="title"
    hint="From the Help key (?) of any panel. Calls that have ended are kept for 30 days."
  />
  <ErrorNote :error="query.error.value" />
  <table v-if="calls.length" class="table opens">
    <thead>
      <tr>
        <th scope="col">Called</th>
        <th scope="col">Who</th>
        <th scope="col">Device</th>
        <th scope="col">While</th>
        <th scope="col">Says</th>
        <th scope="col">State</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="call in calls" :key="call.id" @click="router.push('/help/' + call.id)">
        <td>
          <RouterLink :to="'/help/' + call.id">{{
            call.state === 'ENDED' ? when(call.calledAt) : ago(call.calledAt)
          }}</RouterLink>
        </td>
        <td>{{ who(call) }}</td>
        <td>{{ whereIs(call.place, call.device) }}</td>
        <td>{{ call.doing }}</td>
        <td class="says">{{ call.wish || call.shown }}</td>
        <td><StateMark :mark="markOf(call)" silent /> {{ standing(call) }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="empty-view">
    Every panel has a Help key. Whoever presses it can call you: you see the device, who it is and what they
    are doing, answer in a line of text and, if they allow it, see their screen.
  </p>
</template>

<style scoped>
.says {
  max-width: 260px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
