<script setup lang="ts">
/** Chooses one of many: the first are shown, and typing finds the others at the server. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { Part, Wanted } from './longList';

interface Named {
  id: string;
  name: string;
}
const MOST = 30;
const props = defineProps<{
  /** Of its queries. */
  area: string;
  label: string;
  list: (wanted: Wanted, signal?: AbortSignal) => Promise<Part<Named>>;
  one: (id: string) => Promise<Named>;
}>();
const model = defineModel<string | null | undefined>({ required: true });
/** From when somebody comes to it: it opens with what is there. */
const wanted = ref(false);
const words = ref('');
const settled = refDebounced(words, 150);
const found = useQuery({
  queryKey: computed(() => [props.area, 'pick', props.label, settled.value]),
  queryFn: ({ signal }) => props.list({ find: settled.value.trim() || undefined, count: MOST }, signal),
  enabled: wanted,
  placeholderData: keepPreviousData,
});
const chosen = useQuery({
  queryKey: computed(() => [props.area, 'one', model.value]),
  queryFn: () => props.one(model.value ?? ''),
  enabled: computed(() => !!model.value),
});
const options = computed(() => {
  const rows = found.data.value?.rows ?? [];
  const here = model.value ? chosen.data.value : undefined;
  return here && !settled.value && !rows.some((row) => row.id === here.id) ? [here, ...rows] : rows;
});
const more = computed(() => Math.max(0, (found.data.value?.fitting ?? 0) - MOST));
</script>

<template>
  <el-select
    v-model="model"
    filterable
    remote
    remote-show-suffix
    :remote-method="(typed: string) => (words = typed)"
    :loading="found.isLoading.value"
    :aria-label="label"
    @focus="wanted = true"
    @visible-change="(open: boolean) => !open && (words = '')"
  >
    <el-option v-for="row in options" :key="row.id" :value="row.id" :label="row.name" />
    <template v-if="more" #footer>
      <span class="quiet small">{{ more }} more: type a part of the name.</span>
    </template>
  </el-select>
</template>
