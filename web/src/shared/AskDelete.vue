<script setup lang="ts">
import { ref, watch } from 'vue';
import WhatStops from './WhatStops.vue';

/** Asks before something goes for good; of a thing that others need, says what would stop. */
withDefaults(
  defineProps<{
    name: string;
    says?: string;
    verb?: string;
    of?: { kind: 'MAIL_SERVER' | 'DESTINATION' | 'PROFILE' | 'NAME' | 'JOB'; id: string };
  }>(),
  { verb: 'Delete', says: '', of: undefined },
);
const open = defineModel<boolean>({ required: true });
/** While that is not known it is not offered; the server would refuse it all the same. */
const needed = ref(false);
watch(open, () => (needed.value = false));
defineEmits<{ remove: [] }>();
</script>

<template>
  <el-dialog v-model="open" :title="`${verb} ${name}?`" width="420">
    <p v-if="says">{{ says }}</p>
    <template v-if="of && open">
      <WhatStops :id="of.id" :kind="of.kind" @needed="needed = $event" />
      <p v-if="needed">It cannot be deleted while something depends on it.</p>
    </template>
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="open = false">Keep</button>
        <button v-if="!needed" type="button" class="button ink" @click="($emit('remove'), (open = false))">
          {{ verb }}
        </button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.end {
  justify-content: flex-end;
}
</style>
