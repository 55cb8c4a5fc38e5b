<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import { count, personOf } from '@/shared/format';
import JobStamp from '@/shared/JobStamp.vue';
import PageStrip from './PageStrip.vue';
import TallLine from './TallLine.vue';
import ActButtons from './ActButtons.vue';

const { may } = useSession();
const props = defineProps<{ row: Schemas['DeliveryRow'] }>();
const detail = useQuery({
  queryKey: computed(() => ['delivery', props.row.id]),
  queryFn: () => ask(api.GET('/api/deliveries/{id}', { params: { path: { id: props.row.id } } })),
});
</script>

<template>
  <aside :aria-label="`Delivery ${row.number}`">
    <header>
      <JobStamp :icon="row.jobIcon" :size="36" />
      <div>
        <h3>{{ personOf(row) }}, {{ row.jobName }}</h3>
        <p class="small quiet">D-{{ row.number }}, {{ row.deviceName }}, {{ count(row.pages, 'page') }}</p>
      </div>
    </header>
    <PageStrip v-if="detail.data.value && may('OPEN_PAGES')" :delivery="detail.data.value" :most="4" />
    <TallLine :row="row" compact />
    <footer class="actions">
      <ActButtons :rows="[row]" />
      <RouterLink class="link" :to="'/deliveries/' + row.id">Open</RouterLink>
    </footer>
  </aside>
</template>

<style scoped>
aside {
  position: sticky;
  top: 60px;
  display: flex;
  flex-direction: column;
  gap: 14px;
  min-height: 420px;
  padding: 16px;
  background: var(--paper-1);
  --line-paper: var(--paper-1);
}
header {
  display: flex;
  gap: 11px;
}
footer {
  justify-content: space-between;
  margin-top: auto;
}
</style>
