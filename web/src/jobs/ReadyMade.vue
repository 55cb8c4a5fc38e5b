<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { api, ask, type Schemas } from '@/api/client';
import JobStamp from '@/shared/JobStamp.vue';

/** Jobs for common purposes, made of what the office has: each is one click from working. */
const emit = defineEmits<{ take: [draft: Schemas['JobView']] }>();
const query = useQuery({
  queryKey: ['jobs', 'ready-made'],
  queryFn: () => ask(api.GET('/api/jobs/ready-made')),
});
</script>

<template>
  <section v-if="query.data.value?.length" aria-labelledby="ready-made" class="ready">
    <h2 id="ready-made">Begin with a ready-made job</h2>
    <ul>
      <li v-for="one in query.data.value" :key="one.kind">
        <button type="button" :title="one.says" @click="emit('take', one.draft)">
          <JobStamp :icon="one.draft.icon" :size="28" />
          <span>
            <strong>{{ one.name }}</strong>
            <small class="quiet">{{ one.says }}</small>
          </span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.ready {
  padding-bottom: 14px;
}
h2 {
  font-size: 16px;
  line-height: 22px;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(188px, 1fr));
  gap: 8px;
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
button {
  display: flex;
  gap: 10px;
  align-items: flex-start;
  width: 100%;
  height: 100%;
  padding: 8px 10px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
  text-align: left;
  cursor: pointer;
}
button:hover {
  background: var(--paper-1);
}
strong,
small {
  display: block;
}
small {
  font-size: 12px;
  line-height: 16px;
}
</style>
