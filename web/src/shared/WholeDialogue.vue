<script setup lang="ts">
/** Every line that a probe and the far side said. */
defineProps<{ lines: string[] }>();
const open = defineModel<boolean>({ required: true });
</script>

<template>
  <el-dialog v-model="open" title="The whole dialogue" width="min(760px, 94vw)">
    <pre class="mono">{{ lines.join('\n') }}</pre>
    <p class="caption">&gt; Courier, &lt; the server. Passwords are masked.</p>
  </el-dialog>
</template>

<style scoped>
pre {
  max-height: 60vh;
  margin: 0 0 8px;
  padding: 12px;
  background: var(--paper-1);
  overflow: auto;
  white-space: pre-wrap;
}
</style>
