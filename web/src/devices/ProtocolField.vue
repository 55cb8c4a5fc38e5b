<script setup lang="ts">
import type { Schemas } from '@/api/client';
import FormField from '@/shared/FormField.vue';
import { protocols } from './abilities';

/** How a device is reached; nothing to find it out. */
const model = defineModel<Schemas['DeviceForm']['protocol']>();
</script>

<template>
  <FormField v-slot="f" label="Protocol" name="protocol">
    <el-select
      :id="f.id"
      class="protocol"
      :model-value="model ?? ''"
      :empty-values="[null, undefined]"
      :aria-describedby="f.describedby"
      @update:model-value="model = $event || undefined"
    >
      <el-option value="" label="Find out" />
      <el-option v-for="(label, one) in protocols" :key="one" :value="one" :label="label" />
    </el-select>
  </FormField>
</template>

<style scoped>
.protocol {
  width: 130px;
}
</style>
