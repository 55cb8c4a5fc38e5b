<script setup lang="ts">
import { computed } from 'vue';
import { leaving } from './leaving';

/** Asks whether what was typed may go. */
const open = computed({
  get: () => leaving.value !== undefined,
  set: (is) => is || leaving.value?.answer(false),
});
</script>

<template>
  <el-dialog v-model="open" title="Leave without saving?" width="420">
    <p>What you changed here is not saved yet.</p>
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="leaving?.answer(true)">Leave without saving</button>
        <button type="button" class="button ink" @click="leaving?.answer(false)">Stay</button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.end {
  justify-content: flex-end;
}
</style>
