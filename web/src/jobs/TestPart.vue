<script setup lang="ts">
import { useMutation, useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { PEOPLE } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import SlimLine from '@/shared/SlimLine.vue';

/** Sends the pages for real, and shows what becomes of them; what folders have then is read back and compared. */
const props = defineProps<{ id: string; pages: string[]; dirty: boolean }>();
/** As whom they are sent. */
const person = ref('');
const test = useMutation({
  mutationFn: () =>
    ask(
      api.POST('/api/jobs/{id}/test-delivery', {
        params: { path: { id: props.id } },
        body: { person: person.value, pages: props.pages },
      }),
    ),
});
const sent = computed(() => test.data.value?.deliveryId ?? '');
const delivery = useQuery({
  queryKey: computed(() => ['delivery', sent.value]),
  queryFn: () => ask(api.GET('/api/deliveries/{id}', { params: { path: { id: sent.value } } })),
  enabled: computed(() => sent.value !== ''),
});
const row = computed(() => delivery.data.value?.row);
</script>

<template>
  <form class="test" @submit.prevent="test.mutate()">
    <h3>Test delivery</h3>
    <p class="small quiet">
      {{
        dirty
          ? 'Save the job first: it is sent as it was saved.'
          : 'Sends these pages for real, to all destinations of the job. What folders have then is read back.'
      }}
    </p>
    <PickOne v-bind="PEOPLE" v-model="person" label="Send as" placeholder="Send as" />
    <button type="submit" class="button" :disabled="!person || dirty || test.isPending.value">
      {{ test.isPending.value ? 'Sending ...' : 'Send' }}
    </button>
    <ErrorNote :error="test.error.value" />
    <div v-if="test.data.value" role="status" class="sent">
      <p class="small">
        Sent as
        <RouterLink :to="'/deliveries/' + sent">delivery D-{{ test.data.value.number }}</RouterLink
        >, marked as a test.
      </p>
      <template v-if="row">
        <SlimLine :row="row" :width="290" />
        <ul>
          <li v-for="leg in row.legs" :key="leg.id" class="small">
            <strong>{{ leg.label }}:</strong>
            {{
              leg.state === 'ACCEPTED'
                ? leg.landed || 'accepted'
                : leg.sentence || (leg.state === 'HELD' ? 'held' : 'on its way')
            }}
          </li>
        </ul>
      </template>
    </div>
  </form>
</template>

<style scoped>
.test {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px 8px;
  align-items: center;
  margin-top: 12px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
.test > :not(.el-select, button) {
  grid-column: 1 / -1;
}
ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
  overflow-wrap: anywhere;
}
</style>
