<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, figure } from '@/shared/format';
import TitleBar from '@/shared/TitleBar.vue';
import AlertList from './AlertList.vue';
import { isPutOff, type Alert } from './alerts';

const PARTS = { open: 'Open', off: 'Put off', ended: 'Ended' } as const;
type Part = keyof typeof PARTS;

const route = useRoute();
const router = useRouter();
const { may } = useSession();
const part = computed<Part>(
  () => (['off', 'ended'] as Part[]).find((one) => one === route.query.show) ?? 'open',
);
const open = useQuery({ queryKey: ['alerts', 'open'], queryFn: () => ask(api.GET('/api/alerts')) });
const ended = useQuery({
  queryKey: ['alerts', 'ended'],
  queryFn: () => ask(api.GET('/api/alerts/ended')),
  enabled: computed(() => part.value === 'ended'),
});
const waiting = computed(() => open.data.value?.filter((alert) => !isPutOff(alert)) ?? []);
const off = computed(() => open.data.value?.filter((alert) => isPutOff(alert)) ?? []);
const shown = computed<Alert[]>(
  () => ({ open: waiting.value, off: off.value, ended: ended.data.value ?? [] })[part.value],
);
const counts = computed<Partial<Record<Part, number>>>(() => ({
  open: waiting.value.length,
  off: off.value.length,
}));
const title = computed(() => {
  if (!open.data.value) return 'Alerts';
  return waiting.value.length ? count(waiting.value.length, 'open alert') : 'No open alerts';
});
</script>

<template>
  <TitleBar
    :title="title"
    hint="What needs somebody, once for each cause. An alert ends by itself when its cause is gone."
  >
    <RouterLink v-if="may('READ_SETUP')" class="button" to="/alerts/rules">Rules and recipients</RouterLink>
  </TitleBar>
  <ErrorNote :error="open.error.value ?? ended.error.value" />
  <div class="segments parts" role="group" aria-label="Show">
    <button
      v-for="(words, one) in PARTS"
      :key="one"
      type="button"
      :aria-pressed="part === one"
      @click="router.replace({ query: one === 'open' ? {} : { show: one } })"
    >
      {{ words }} <strong v-if="counts[one]">{{ figure(counts[one]) }}</strong>
    </button>
  </div>
  <AlertList v-if="shown.length" :alerts="shown" />
  <p v-else-if="open.data.value" class="empty-view">
    <template v-if="part === 'open'">
      Courier watches devices, servers, certificates, supplies and itself, and tells by mail what needs
      somebody. Nothing does.
    </template>
    <template v-else-if="part === 'off'">Nothing is put off.</template>
    <template v-else>No alert has ended yet. Those that have are kept for a year.</template>
  </p>
</template>

<style scoped>
.parts {
  margin: 14px 0 4px;
}
</style>
