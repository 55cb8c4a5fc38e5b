<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { DESTINATIONS, JOBS, PEOPLE } from '@/shared/pickable';

/** The name of something that was chosen by its id. */
const props = defineProps<{ area: 'jobs' | 'people' | 'destinations'; id?: string | null; none: string }>();
const KINDS = { jobs: JOBS, people: PEOPLE, destinations: DESTINATIONS };
const chosen = useQuery({
  queryKey: computed(() => [props.area, 'one', props.id]),
  queryFn: (): Promise<{ name: string }> => KINDS[props.area].one(props.id ?? ''),
  enabled: computed(() => !!props.id),
});
</script>

<template>
  <span v-if="id">{{ chosen.data.value?.name }}</span>
  <span v-else class="quiet">{{ none }}</span>
</template>
