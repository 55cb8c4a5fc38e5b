<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, figure } from '@/shared/format';

/** What became of what was scanned at a device in the last weeks. */
const props = defineProps<{ id: string }>();
const outcomes = useQuery({
  queryKey: computed(() => ['deliveries', 'outcomes', props.id]),
  queryFn: () => ask(api.GET('/api/fleet/devices/{id}/outcomes', { params: { path: { id: props.id } } })),
});
const of = computed(() => outcomes.data.value);
const n = (state: string) => of.value?.states[state] ?? 0;
const rest = computed(() =>
  [
    [n('STOPPED'), 'stopped'],
    [n('WAITING'), 'waiting'],
    [n('HELD'), 'held'],
    [n('MOVING'), 'on the way'],
    [n('CALLED_OFF'), 'called off'],
  ]
    .filter(([number]) => number)
    .map(([number, words]) => `${number} ${words}`)
    .join(', '),
);
</script>

<template>
  <ErrorNote :error="outcomes.error.value" />
  <template v-if="of">
    <p v-if="!of.documents" class="quiet small">Nothing was scanned there in the last {{ of.days }} days.</p>
    <template v-else>
      <p class="small">
        In the last {{ of.days }} days {{ count(of.documents, 'document') }} with
        {{ count(of.pages, 'page') }}: <strong>{{ figure(n('ACCEPTED')) }} arrived</strong
        ><template v-if="rest">, {{ rest }}</template
        >.
      </p>
      <table v-if="of.causes.length" class="table causes">
        <caption class="hidden-text">
          Why some did not arrive, or not at once
        </caption>
        <thead>
          <tr>
            <th scope="col">Why not, or not at once</th>
            <th scope="col">To</th>
            <th scope="col" class="number">Documents</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="cause in of.causes" :key="cause.route + cause.sentence">
            <td>{{ cause.sentence }}</td>
            <td>{{ cause.route }}</td>
            <td class="number">{{ figure(cause.deliveries) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </template>
</template>

<style scoped>
.causes {
  margin-top: 8px;
}
.causes td {
  padding: 4px 10px 4px 0;
}
.number {
  text-align: right;
}
</style>
