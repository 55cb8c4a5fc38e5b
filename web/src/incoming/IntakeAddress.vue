<script setup lang="ts">
import { useClipboard } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { Schemas } from '@/api/client';

/** The address that a device sends to, put together of job, device and person. */
const props = defineProps<{ state: Schemas['IntakeState'] }>();
const job = ref('');
const device = ref('');
const nameless = (part: Schemas['AddressPart']) => !part.key;
/* Two of one name have no address of their own. */
const without = computed(() => [...props.state.jobs, ...props.state.devices].filter(nameless));
const address = computed(() =>
  job.value ? `${job.value}${device.value ? '.' + device.value : ''}@${props.state.domain}` : '',
);
const { copy, copied } = useClipboard();
</script>

<template>
  <div class="parts">
    <el-select v-model="job" filterable placeholder="Job" aria-label="Job">
      <el-option
        v-for="part in state.jobs"
        :key="part.id"
        :value="part.key"
        :label="part.name"
        :disabled="nameless(part)"
      />
    </el-select>
    <el-select v-model="device" filterable clearable placeholder="Any device" aria-label="Device">
      <el-option
        v-for="part in state.devices"
        :key="part.id"
        :value="part.key"
        :label="part.name"
        :disabled="nameless(part)"
      />
    </el-select>
    <template v-if="address">
      <output class="mono">{{ address }}</output>
      <button type="button" class="button" @click="copy(address)">{{ copied ? 'Copied' : 'Copy' }}</button>
    </template>
  </div>
  <p class="quiet small">
    With a plus sign and a login before the @ it is one person’s:
    <span class="mono">{{ job || 'job' }}+login@{{ state.domain }}</span
    >. Without one, sender or subject say whose it is, where the settings allow that; else it waits here.
    <template v-if="without.length">
      No address of their own, since their names are alike:
      {{ without.map((part) => part.name).join(', ') }}.
    </template>
  </p>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin: 8px 0;
}
.parts > div {
  width: 220px;
}
output {
  padding: 4px 8px;
  border: 1px solid var(--rule-2);
  background: var(--paper-0);
  user-select: all;
}
</style>
