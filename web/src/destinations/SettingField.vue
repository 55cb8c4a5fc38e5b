<script setup lang="ts">
import { computed } from 'vue';
import TextWithFields from '@/names/TextWithFields.vue';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ClientSecret from '@/shared/ClientSecret.vue';
import FormField from '@/shared/FormField.vue';
import { PEOPLE } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import type { Field } from './settings';

/** One setting, entered as the server says it is. */
const props = defineProps<{
  field: Field;
  /** Whether a secret is stored. */
  kept: boolean;
}>();
const model = defineModel<unknown>();

const text = computed({
  get: () => String(model.value ?? ''),
  set: (typed) => (model.value = typed),
});
const number = computed({
  get: () => model.value as number | string,
  set: (typed) => (model.value = typed),
});
const lines = computed({
  get: () => (Array.isArray(model.value) ? model.value.join('\n') : ''),
  set: (typed) => (model.value = typed.split('\n')),
});
const ticked = computed({ get: () => model.value === true, set: (on) => (model.value = on) });
/** Nothing entered keeps the one that is stored. */
const secret = computed({
  get: () => (typeof model.value === 'string' ? model.value : ''),
  set: (typed) => (model.value = typed || undefined),
});
const clientSecret = computed({
  get: () => model.value as string | undefined,
  set: (typed) => (model.value = typed ?? undefined),
});
const person = computed({
  get: () => model.value as string | null | undefined,
  set: (id) => (model.value = id),
});
const secretLabel = computed(() =>
  props.kept ? `${props.field.label} (stored; enter to change)` : props.field.label,
);
</script>

<template>
  <TextField
    v-if="field.type === 'CODE'"
    v-model="text"
    mono
    :label="field.label"
    :name="field.name"
    :hint="field.hint"
    :placeholder="field.example"
  />
  <TextWithFields
    v-else-if="field.type === 'TEMPLATE'"
    v-model="text"
    use="FILE_NAME"
    mono
    :label="field.label"
    :name="field.name"
    :hint="field.hint"
    :placeholder="field.example"
  />
  <TextField
    v-else-if="field.type === 'LINES'"
    v-model="lines"
    mono
    type="textarea"
    :label="field.label"
    :name="field.name"
    :hint="field.hint"
  />
  <TextField
    v-else-if="field.type === 'NUMBER'"
    v-model="number"
    short
    :label="field.label"
    :name="field.name"
    :hint="field.hint"
  />
  <TickBox v-else-if="field.type === 'TICK'" v-model="ticked" :words="field.label" :note="field.hint" />
  <FormField
    v-else-if="field.type === 'SWITCH' || field.type === 'CHOICE'"
    :label="field.label"
    :name="field.name"
    :hint="field.hint"
  >
    <ChoiceRow
      v-if="field.type === 'SWITCH'"
      v-model="ticked"
      :label="field.label"
      :options="field.choices.map(({ value, words }) => ({ value: value === 'true', words }))"
    />
    <ChoiceRow v-else v-model="text" :label="field.label" :options="field.choices" />
  </FormField>
  <TextField
    v-else-if="field.type === 'PASSWORD' || field.type === 'PRIVATE_KEY'"
    v-model="secret"
    :type="field.type === 'PASSWORD' ? 'password' : 'textarea'"
    :label="secretLabel"
    :name="field.name"
  />
  <ClientSecret
    v-else-if="field.type === 'CLIENT_SECRET'"
    v-model="clientSecret"
    :name="field.name"
    :kept="kept"
  />
  <p v-else-if="field.type === 'FINGERPRINT'" class="mono caption">{{ text || field.label }}</p>
  <FormField
    v-else-if="field.type === 'PERSON'"
    v-slot="f"
    :label="field.label"
    :name="field.name"
    :hint="field.hint"
  >
    <PickOne
      v-bind="PEOPLE"
      :id="f.id"
      v-model="person"
      :label="field.label"
      placeholder="the office"
      clearable
      :aria-describedby="f.describedby"
    />
  </FormField>
  <p v-else :class="['small', field.type === 'WARNING' ? 'warn' : 'quiet']">{{ field.label }}</p>
</template>

<style scoped>
.warn {
  color: var(--care);
}
</style>
