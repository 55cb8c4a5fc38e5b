<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import FormField from '@/shared/FormField.vue';

/** Who is in a group: found by first letters, added with Enter, removed one by one. */
type Member = Schemas['MemberView'];
const model = defineModel<Member[]>({ required: true });
const letters = ref('');
const settled = refDebounced(letters, 150);
const found = useQuery({
  queryKey: computed(() => ['contacts', 'candidates', settled.value]),
  queryFn: ({ signal }) =>
    ask(api.GET('/api/contact-groups/candidates', { params: { query: { letters: settled.value } }, signal })),
  placeholderData: keepPreviousData,
});
const KINDS = { CONTACT: 'contact', GROUP: 'group', PERSON: 'person of the office' } as const;
const keyOf = (one: Member) => `${one.kind} ${one.id}`;
const options = computed(() => {
  const there = new Set(model.value.map(keyOf));
  return (found.data.value ?? []).filter((one) => !there.has(keyOf(one)));
});
const chosen = ref<string>();
function add(key: string) {
  const one = options.value.find((option) => keyOf(option) === key);
  if (one) model.value = [...model.value, one];
  chosen.value = undefined;
  letters.value = '';
}
const drop = (one: Member) => (model.value = model.value.filter((other) => keyOf(other) !== keyOf(one)));
</script>

<template>
  <FormField v-slot="f" label="Members" name="members">
    <el-select
      :id="f.id"
      :model-value="chosen"
      filterable
      remote
      default-first-option
      :remote-method="(typed: string) => (letters = typed)"
      placeholder="Add by the first letters of a name"
      no-data-text="Nobody begins so"
      aria-label="Add a member"
      :aria-describedby="f.describedby"
      @update:model-value="add"
    >
      <el-option v-for="one in options" :key="keyOf(one)" :value="keyOf(one)" :label="one.name">
        <span>{{ one.name }}</span>
        <span class="quiet small about">{{ one.email || KINDS[one.kind] }}</span>
      </el-option>
    </el-select>
  </FormField>
  <ul v-if="model.length" aria-label="Members">
    <li v-for="one in model" :key="keyOf(one)">
      <span>
        {{ one.name }}
        <span class="quiet small">{{ one.email || KINDS[one.kind] }}</span>
      </span>
      <button type="button" class="link small" :aria-label="`Remove ${one.name}`" @click="drop(one)">
        Remove
      </button>
    </li>
  </ul>
  <p v-else class="caption">Nobody yet.</p>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: space-between;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
.about {
  float: right;
  margin-left: 16px;
}
</style>
