<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Schemas } from '@/api/client';
import { count } from '@/shared/format';
import { isOtherwise } from './places';

/** What would become of each panel, or is otherwise there than planned. */
const props = defineProps<{ changes: Schemas['PanelChange'][]; own?: boolean }>();
/** A large office has a thousand of them: those with something to tell first, and not all at once. */
const FIRST = 60;
const all = ref(false);
const telling = (one: Schemas['PanelChange']) =>
  (!props.own && !one.same) || isOtherwise(one) || one.leftOut.length > 0;
const ordered = computed(() => [
  ...props.changes.filter(telling),
  ...props.changes.filter((one) => !telling(one)),
]);
const shown = computed(() => (all.value ? ordered.value : ordered.value.slice(0, FIRST)));
const showsOwn = computed(() => props.own || props.changes.some(isOtherwise));
</script>

<template>
  <table class="table small">
    <thead>
      <tr>
        <th scope="col">Device</th>
        <th v-if="!own" scope="col">What changes</th>
        <th v-if="showsOwn" scope="col">Own jobs</th>
        <th scope="col">Left out</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in shown" :key="one.deviceId">
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
        <td v-if="showsOwn">
          <p v-if="one.own.length">{{ one.own.join(', ') }}</p>
          <p v-if="one.ownStart">its own start key</p>
          <span v-if="!isOtherwise(one)" class="quiet">{{ own ? 'as planned' : 'none' }}</span>
        </td>
        <td>
          <p v-for="job in one.leftOut" :key="job.job">
            <strong>{{ job.job }}.</strong> {{ job.sentence }}
          </p>
        </td>
      </tr>
    </tbody>
  </table>
  <button v-if="shown.length < ordered.length" type="button" class="link small" @click="all = true">
    Show {{ count(ordered.length - shown.length, 'more panel') }}
  </button>
</template>

<style scoped>
td {
  vertical-align: top;
}
td p {
  margin: 0;
}
</style>
