<script setup lang="ts">
import { useQueries } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import FormField from '@/shared/FormField.vue';
import { PEOPLE } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';

/** People by name, found by typing. */
const props = defineProps<{ label: string; name: string }>();
const ids = defineModel<string[]>({ required: true });
const known = useQueries({
  queries: computed(() =>
    ids.value.map((id) => ({ queryKey: ['people', 'one', id], queryFn: () => PEOPLE.one(id) })),
  ),
});
const chosen = computed(() => ids.value.map((id, i) => ({ id, name: known.value[i]?.data?.name ?? '...' })));
/** Whom somebody has just picked, who then stands in the list. */
const picked = ref('');
watch(picked, (id) => {
  if (id && !ids.value.includes(id)) ids.value = [...ids.value, id];
  picked.value = '';
});
</script>

<template>
  <FormField :label="props.label" :name="props.name">
    <ul v-if="chosen.length">
      <li v-for="one in chosen" :key="one.id">
        {{ one.name }}
        <button
          type="button"
          class="link small"
          :aria-label="`Remove ${one.name}`"
          @click="ids = ids.filter((id) => id !== one.id)"
        >
          Remove
        </button>
      </li>
    </ul>
    <PickOne v-bind="PEOPLE" v-model="picked" label="Add a person" placeholder="Add a person" />
  </FormField>
</template>

<style scoped>
ul {
  width: 100%;
  margin: 0 0 6px;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: space-between;
}
</style>
