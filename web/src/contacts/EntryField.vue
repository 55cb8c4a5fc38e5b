<script setup lang="ts">
import { ref, watch } from 'vue';
import type { Schemas } from '@/api/client';
import FormField from '@/shared/FormField.vue';

/** Which mail addresses may be entered that are in no list. */
type Entry = Schemas['DirectEntry'];
defineProps<{ label: string; name: string; any?: string }>();
const model = defineModel<Entry>({ required: true });
const domainsOf = (text: string) =>
  text
    .split(/[\s,;]+/)
    .map((one) => one.trim())
    .filter(Boolean);
/** As it is typed: a comma that was just set stays. */
const text = ref(model.value.domains.join(', '));
watch(
  () => model.value.domains,
  (domains) => {
    if (domains.join() !== domainsOf(text.value).join()) text.value = domains.join(', ');
  },
);
function type(typed: string) {
  text.value = typed;
  model.value = { ...model.value, domains: domainsOf(typed) };
}
</script>

<template>
  <FormField v-slot="f" :label="label" :name="name">
    <el-select
      :id="f.id"
      :model-value="model.mode"
      :aria-label="label"
      :aria-describedby="f.describedby"
      @update:model-value="model = { ...model, mode: $event }"
    >
      <el-option value="ANY" :label="any ?? 'Any address'" />
      <el-option value="DOMAINS" label="Within some domains" />
      <el-option value="NONE" label="None: from the list only" />
    </el-select>
    <el-input
      v-if="model.mode === 'DOMAINS'"
      :model-value="text"
      class="mono"
      placeholder="office.example, partner.example"
      :aria-label="`${label}: domains`"
      @update:model-value="type"
    />
  </FormField>
</template>
