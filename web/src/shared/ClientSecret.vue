<script setup lang="ts">
import { computed } from 'vue';
import TextField from './TextField.vue';
import TickBox from './TickBox.vue';

/** The secret of a client that asks for tokens: undefined keeps the one that is there, an empty one takes it away. */
defineProps<{ name: string; kept: boolean }>();
const model = defineModel<string | null>();
const typed = computed({
  get: () => model.value ?? '',
  set: (text) => (model.value = text === '' ? undefined : text),
});
const none = computed({
  get: () => model.value === '',
  set: (on) => (model.value = on ? '' : undefined),
});
</script>

<template>
  <div>
    <TextField
      v-if="!none"
      v-model="typed"
      type="password"
      :label="kept ? 'Client secret (stored; enter to change)' : 'Client secret (optional)'"
      :name="name"
    />
    <TickBox v-if="kept" v-model="none" words="Remove the client secret" />
  </div>
</template>
