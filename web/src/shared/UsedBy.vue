<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import { count } from './format';
import ItemVersions from './ItemVersions.vue';

/** Who would notice a change of this thing: what uses it, and on how many panels that is. */
const props = defineProps<{
  kind: 'MAIL_SERVER' | 'DESTINATION' | 'PROFILE' | 'NAME';
  of: { id: string; name: string; version: string };
}>();
const MOST = 3;
const query = useQuery({
  queryKey: computed(() => ['office', 'used-by', props.kind, props.of.id]),
  queryFn: () =>
    ask(api.GET('/api/office/used-by', { params: { query: { kind: props.kind, id: props.of.id } } })),
});
const used = computed(() => query.data.value);
const jobs = computed(() => used.value?.jobs ?? []);
const panels = computed(() => used.value?.panels ?? []);
</script>

<template>
  <p v-if="used" class="quiet small">
    <template v-if="!jobs.length && !used.destinations.length">Nothing uses it yet.</template>
    <template v-else-if="!jobs.length">
      Used by {{ count(used.destinations.length, 'destination') }}, and no job yet.
    </template>
    <template v-else>
      Used by
      <template v-if="jobs.length <= MOST">
        <template v-for="(job, i) in jobs" :key="job.id"
          >{{ i ? ', ' : ''
          }}<RouterLink class="link" :to="`/jobs/${job.id}`">{{ job.name }}</RouterLink></template
        ></template
      ><template v-else
        ><span :title="jobs.map((job) => job.name).join(', ')">{{
          count(jobs.length, 'job')
        }}</span></template
      ><span :title="panels.map((panel) => panel.name).join(', ')"
        >, on {{ panels.length ? count(panels.length, 'panel') : 'no panel' }}</span
      >.
    </template>
    {{ ' ' }}
    <RouterLink class="link" :to="`/dependents/${kind.toLowerCase().replace('_', '-')}/${of.id}`"
      >Dependents</RouterLink
    >&nbsp;
    <ItemVersions :of="of" :kind="kind" />
  </p>
</template>
