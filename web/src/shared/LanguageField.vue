<script setup lang="ts">
import FormField from './FormField.vue';
import { LANGUAGES } from './words';

/** A language; empty where it is the office's. */
defineProps<{ label: string; hint?: string; office?: boolean }>();
const model = defineModel<string>({ required: true });
</script>

<template>
  <FormField v-slot="f" :label="label" name="language" :hint="hint">
    <el-select :id="f.id" v-model="model" :empty-values="[null, undefined]" :aria-describedby="f.describedby">
      <el-option v-if="!office" value="" label="The office’s language" />
      <el-option v-for="(name, tag) in LANGUAGES" :key="tag" :value="tag" :label="name" />
    </el-select>
  </FormField>
</template>
