<script setup lang="ts">
import type { Schemas } from '@/api/client';

/** What would become of each panel, or is otherwise there than planned. */
defineProps<{ changes: Schemas['PanelChange'][]; own?: boolean }>();
</script>

<template>
  <table class="table small">
    <thead>
      <tr>
        <th scope="col">Device</th>
        <th v-if="!own" scope="col">What changes</th>
        <th v-if="own || changes.some((one) => one.own.length)" scope="col">Own jobs</th>
        <th scope="col">Left out</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in changes" :key="one.deviceId">
        <td>
          <RouterLink v-if="own" :to="'/panels/' + one.deviceId">{{ one.name }}</RouterLink>
          <strong v-else>{{ one.name }}</strong>
          <p class="quiet">{{ one.place }}</p>
        </td>
        <td v-if="!own">
          <span v-if="one.same" class="quiet">nothing</span>
          <p v-if="one.added.length">adds {{ one.added.join(', ') }}</p>
          <p v-if="one.removed.length">removes {{ one.removed.join(', ') }}</p>
          <p v-if="one.moved.length">moves {{ one.moved.join(', ') }}</p>
          <p v-if="one.start">start key: {{ one.start }}</p>
        </td>
        <td v-if="own || changes.some((other) => other.own.length)">
          {{ one.own.join(', ') }}
          <span v-if="!one.own.length" class="quiet">{{ own ? 'as planned' : 'none' }}</span>
        </td>
        <td>
          <p v-for="job in one.leftOut" :key="job.job">
            <strong>{{ job.job }}.</strong> {{ job.sentence }}
          </p>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
td {
  vertical-align: top;
}
td p {
  margin: 0;
}
</style>
