<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { api, ask } from '@/api/client';
import FormField from './FormField.vue';

/** A place of work where something is seen, or everywhere. */
defineProps<{ label: string; everywhere: string; hint?: string }>();
const model = defineModel<string | undefined>({ required: true });
const places = useQuery({
  queryKey: ['devices', 'places'],
  queryFn: () => ask(api.GET('/api/devices/places')),
});
</script>

<template>
  <FormField v-slot="f" :label="label" name="place" :hint="hint">
    <el-select
      :id="f.id"
      :model-value="model ?? ''"
      filterable
      :empty-values="[null, undefined]"
      :aria-label="label"
      :aria-describedby="f.describedby"
      @update:model-value="model = $event"
    >
      <el-option value="" :label="everywhere" />
      <el-option v-for="one in places.data.value ?? []" :key="one.name" :value="one.name" :label="one.name" />
    </el-select>
  </FormField>
</template>
