<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import { ALL_FIELDS, FIELDS, valueWords, type Field } from './fields';

/** What a device is to keep itself: each setting is as wanted here, or as the device has it. */
const props = defineProps<{ device: Schemas['DeviceView']; own: Partial<Record<Field, string>> }>();
const wishes = defineModel<Schemas['DeviceWishes']>({ required: true });

const watches = (field: Field) => wishes.value.fields.includes(field);
function watch(field: Field, wanted: boolean) {
  const fields = ALL_FIELDS.filter((one) => (one === field ? wanted : watches(one)));
  const next = { ...wishes.value, fields };
  const told = props.device.settings.told[field];
  // What the device has is the likeliest wish.
  if (wanted && told && field === 'CONTACT' && !next.contact) next.contact = told;
  if (wanted && told && field === 'TIME_SERVER' && !next.timeServer) next.timeServer = told;
  wishes.value = next;
}
const change = (part: Partial<Schemas['DeviceWishes']>) => (wishes.value = { ...wishes.value, ...part });
const hand = computed(() => ALL_FIELDS.filter((one) => !props.device.settings.settable.includes(one)));
function note(field: Field) {
  const told = props.device.settings.told[field];
  const there = told === undefined ? 'The device does not tell it.' : `Now ${valueWords(field, told)}.`;
  return hand.value.includes(field) ? `${there} It can only be set at the device.` : there;
}
</script>

<template>
  <fieldset>
    <legend>Settings at the device</legend>
    <p class="quiet small">What is ticked is to be as wanted here; the rest stays as the device has it.</p>
    <div v-for="field in ALL_FIELDS" :key="field" class="one">
      <TickBox
        :model-value="watches(field)"
        :words="own[field] ? `${FIELDS[field]}: ${valueWords(field, own[field])}` : FIELDS[field]"
        :note="note(field)"
        @update:model-value="watch(field, $event)"
      />
      <TextField
        v-if="field === 'CONTACT' && watches(field)"
        :model-value="wishes.contact"
        label="Whom to ask about it"
        name="contact"
        :maxlength="80"
        @update:model-value="change({ contact: String($event ?? '') })"
      />
      <TextField
        v-else-if="field === 'SLEEP' && watches(field)"
        :model-value="wishes.sleepMinutes"
        short
        label="Minutes"
        name="sleepMinutes"
        @update:model-value="change({ sleepMinutes: Number($event) })"
      />
      <TextField
        v-else-if="field === 'TIME_SERVER' && watches(field)"
        :model-value="wishes.timeServer"
        mono
        label="Name or address"
        name="timeServer"
        @update:model-value="change({ timeServer: String($event ?? '') })"
      />
      <div v-else-if="field === 'MODE' && watches(field)" class="segments" role="group" aria-label="Scans">
        <button
          v-for="mode in ['THROUGH_COURIER', 'LOCAL_ONLY'] as const"
          :key="mode"
          type="button"
          :aria-pressed="wishes.mode === mode"
          @click="change({ mode })"
        >
          {{ mode === 'LOCAL_ONLY' ? 'Local only' : 'Through Courier' }}
        </button>
      </div>
    </div>
  </fieldset>
</template>

<style scoped>
fieldset {
  margin: 0;
  padding: 10px 0 0;
  border: 0;
  border-top: 1px solid var(--rule);
}
legend {
  float: left;
  width: 100%;
  margin-bottom: 4px;
  padding: 0;
  font-weight: 600;
}
legend + * {
  clear: both;
}
.one .field {
  margin: 0 0 6px 24px;
}
</style>
