<script setup lang="ts">
import FormField from './FormField.vue';

/** A labelled line of text; shows what the server's rules say of it. */
const props = withDefaults(
  defineProps<{
    label: string;
    name: string;
    hint?: string;
    /** Addresses, names of files, what a server reads. */
    mono?: boolean;
    /** For numbers and other short things. */
    short?: boolean;
    type?: 'text' | 'password' | 'textarea';
    placeholder?: string;
    maxlength?: number;
  }>(),
  { hint: undefined, type: 'text', placeholder: undefined, maxlength: undefined },
);
const model = defineModel<string | number | null>({
  set: (typed) => (props.short && /^\d+$/.test(String(typed)) ? Number(typed) : typed),
});
</script>

<template>
  <FormField v-slot="f" :label="label" :name="name" :hint="hint">
    <el-input
      :id="f.id"
      v-model="model"
      :type="type"
      :rows="4"
      :class="{ mono, short }"
      :inputmode="short ? 'numeric' : undefined"
      :autocomplete="type === 'password' ? 'new-password' : 'off'"
      :placeholder="placeholder"
      :maxlength="maxlength"
      :aria-describedby="f.describedby"
      :aria-invalid="f.invalid"
    />
  </FormField>
</template>

<style scoped>
.short {
  width: 110px;
}
</style>
