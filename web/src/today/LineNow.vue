<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Schemas } from '@/api/client';
import { count, personOf } from '@/shared/format';
import SlimLine from '@/shared/SlimLine.vue';

defineProps<{ rows: Schemas['DeliveryRow'][] }>();
const router = useRouter();
const box = ref<HTMLElement>();
const { width } = useElementSize(box);
const lineWidth = computed(() => Math.max(240, Math.floor(width.value)));
</script>

<template>
  <div ref="box">
    <div class="stops caption" aria-hidden="true">
      <span>Scanned</span><span>Made ready</span><span>Named</span><span>Sent</span><span>Accepted</span>
    </div>
    <p v-if="rows.length === 0" class="empty">
      <strong>Your first scan runs here</strong>
      <span class="quiet">from left to right. If it stops, Today says why and mends it.</span>
    </p>
    <article v-for="row in rows" :key="row.id" @click="router.push(`/deliveries/${row.id}`)">
      <p class="who">
        <RouterLink :to="`/deliveries/${row.id}`" class="person" @click.stop>{{ personOf(row) }}</RouterLink>
        {{ row.jobName }}
        <span class="quiet small pages"
          >{{ count(row.pages, 'page')
          }}<template v-if="row.legs.length > 1">, {{ row.legs.length }} legs</template></span
        >
      </p>
      <SlimLine :row="row" :width="lineWidth" forked times />
    </article>
  </div>
</template>

<style scoped>
.stops {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr 1fr 1fr;
  padding: 3px 2px;
  border-bottom: 1px solid var(--rule);
  background: var(--paper-1);
  color: var(--ink-9);
  font-weight: 600;
  text-align: center;
}
.stops span:first-child {
  text-align: left;
}
.stops span:nth-child(2) {
  margin-left: -20%;
}
.stops span:nth-child(4) {
  margin-right: -20%;
}
.stops span:last-child {
  text-align: right;
}
article {
  padding: 5px 0 21px;
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
}
.who {
  display: flex;
  gap: 8px;
  margin-bottom: 3px;
}
.person {
  color: var(--ink-9);
  font-weight: 650;
  text-decoration: none;
}
.person:hover {
  text-decoration: underline;
}
.pages {
  margin-left: auto;
}
.empty {
  padding: 12px 0;
}
</style>
