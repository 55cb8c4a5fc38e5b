<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import ShownCertificate from '@/shared/ShownCertificate.vue';
import StateMark from '@/shared/StateMark.vue';
import type { Mark } from '@/shared/states';
import { protocols } from './abilities';
import type { FoundRow } from './useFound';

/** What was found: each with the name and the place that it should have. */
const props = defineProps<{ rows: FoundRow[]; places: Schemas['DevicePlace'][]; adding: boolean }>();
defineEmits<{ trust: [row: FoundRow]; again: [row: FoundRow] }>();
const ready = computed(() => props.rows.filter((row) => row.state === 'READY'));
const all = computed({
  get: () => ready.value.length > 0 && ready.value.every((row) => row.chosen),
  set: (wanted) => ready.value.forEach((row) => (row.chosen = wanted)),
});
const MARKS: Record<FoundRow['state'], Mark> = {
  ASKING: 'moving',
  READY: 'open',
  TRUST: 'care',
  NONE: 'off',
  KEPT: 'off',
  ADDING: 'moving',
  ADDED: 'accepted',
  FAILED: 'failed',
};
const WORDS: Record<FoundRow['state'], string> = {
  ASKING: 'being asked',
  READY: 'can be added',
  TRUST: 'check its certificate',
  NONE: 'no device',
  KEPT: 'already added',
  ADDING: 'being added',
  ADDED: 'added',
  FAILED: '',
};
const isFixed = (row: FoundRow) => props.adding || ['KEPT', 'ADDED', 'ADDING'].includes(row.state);
</script>

<template>
  <table class="table">
    <thead>
      <tr>
        <th scope="col">
          <input v-model="all" type="checkbox" aria-label="All that can be added" :disabled="!ready.length" />
        </th>
        <th scope="col">Name, as people call it</th>
        <th scope="col">Place</th>
        <th scope="col">Address</th>
        <th scope="col">State</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.key">
        <td>
          <input
            v-if="row.state !== 'KEPT'"
            v-model="row.chosen"
            type="checkbox"
            :aria-label="`Add ${row.name || row.address}`"
            :disabled="row.state !== 'READY' || adding"
          />
        </td>
        <td>
          <RouterLink v-if="row.deviceId" :to="'/devices/' + row.deviceId">{{
            row.name || row.address
          }}</RouterLink>
          <el-input
            v-else
            v-model="row.name"
            size="small"
            maxlength="40"
            :disabled="isFixed(row)"
            :aria-label="`Name of ${row.address}`"
          />
          <p class="caption">{{ row.model }}</p>
        </td>
        <td>
          <span v-if="row.deviceId">{{ row.place }}</span>
          <el-input
            v-else
            v-model="row.place"
            size="small"
            maxlength="40"
            list="known-places"
            :disabled="isFixed(row)"
            :aria-label="`Place of ${row.address}`"
          />
        </td>
        <td>
          <span class="mono address">{{ row.address }}</span>
          <p v-if="row.protocol" class="caption">
            {{ protocols[row.protocol] }}<template v-if="row.encrypted">, encrypted</template>
          </p>
        </td>
        <td class="state">
          <p>
            <StateMark :mark="MARKS[row.state]" silent /> {{ WORDS[row.state] }}
            <span class="quiet">{{ row.words }}{{ ' ' }}</span>
            <button
              v-if="row.state === 'FAILED'"
              type="button"
              class="link small"
              @click="$emit('again', row)"
            >
              Ask again
            </button>
            <RouterLink
              v-if="row.state === 'FAILED'"
              class="link small"
              :to="{ path: '/devices/new', query: { address: row.address } }"
              >Add by address</RouterLink
            >
          </p>
          <ShownCertificate
            v-if="row.state === 'TRUST' && row.certificate"
            :certificate="row.certificate"
            in-the-way
            @trust="$emit('trust', row)"
          />
        </td>
      </tr>
    </tbody>
  </table>
  <datalist id="known-places">
    <option v-for="one in places" :key="one.name" :value="one.name"></option>
  </datalist>
</template>

<style scoped>
.address {
  white-space: nowrap;
}
.state {
  max-width: 320px;
}
input[type='checkbox'] {
  width: 16px;
  height: 16px;
  accent-color: var(--stamp);
}
</style>
