<script setup lang="ts">
/** Asks before something goes for good. */
withDefaults(defineProps<{ name: string; says: string; verb?: string }>(), { verb: 'Delete' });
const open = defineModel<boolean>({ required: true });
defineEmits<{ remove: [] }>();
</script>

<template>
  <el-dialog v-model="open" :title="`${verb} ${name}?`" width="420">
    <p>{{ says }}</p>
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="open = false">Keep</button>
        <button type="button" class="button ink" @click="($emit('remove'), (open = false))">
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
