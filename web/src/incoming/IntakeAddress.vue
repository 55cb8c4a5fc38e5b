<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { useClipboard } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { DEVICES, JOBS } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';

/** The address that a device sends to, put together of job, device and person. */
defineProps<{ domain: string }>();
const job = ref('');
const device = ref('');
const query = useQuery({
  queryKey: computed(() => ['incoming', 'address', job.value, device.value]),
  queryFn: () =>
    ask(
      api.GET('/api/incoming/address', {
        params: { query: { job: job.value, device: device.value || undefined } },
      }),
    ),
  enabled: computed(() => Boolean(job.value)),
});
const address = computed(() => query.data.value?.address ?? '');
const { copy, copied } = useClipboard();
</script>

<template>
  <div class="parts">
    <PickOne v-bind="JOBS" v-model="job" label="Job" placeholder="Job" />
    <PickOne v-bind="DEVICES" v-model="device" label="Device" placeholder="Any device" clearable />
    <template v-if="address">
      <output class="mono">{{ address }}</output>
      <button type="button" class="button" @click="copy(address)">{{ copied ? 'Copied' : 'Copy' }}</button>
    </template>
  </div>
  <p v-if="query.data.value?.problem" class="small" role="alert">{{ query.data.value.problem }}</p>
  <ErrorNote :error="query.error.value" />
  <p class="quiet small">
    Add a plus sign and a login before the @ for one person’s scans:
    <span class="mono">{{ address ? address.split('@')[0] : 'job' }}+login@{{ domain }}</span
    >. Otherwise the sender’s address or the subject can name the person, if the settings allow it. What names
    nobody is listed above.
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
