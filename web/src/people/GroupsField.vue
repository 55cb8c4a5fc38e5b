<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { api, ask } from '@/api/client';
import FormField from '@/shared/FormField.vue';

/** Groups of people: those that there are, and new ones by typing. */
defineProps<{ label: string; hint?: string }>();
const model = defineModel<string[]>({ required: true });
const groups = useQuery({
  queryKey: ['people', 'groups'],
  queryFn: () => ask(api.GET('/api/people/groups')),
});
</script>

<template>
  <FormField v-slot="f" :label="label" name="groups" :hint="hint">
    <el-select
      :id="f.id"
      v-model="model"
      multiple
      filterable
      allow-create
      default-first-option
      :aria-label="label"
      :aria-describedby="f.describedby"
      placeholder="Type or choose"
      no-data-text="No groups yet: type a name"
    >
      <el-option v-for="group in groups.data.value ?? []" :key="group" :value="group" :label="group" />
    </el-select>
  </FormField>
</template>
