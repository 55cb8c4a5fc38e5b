<script setup lang="ts">
import { ref } from 'vue';
import AskDelete from './AskDelete.vue';
import { useSession } from '@/app/session';
import ErrorNote from './ErrorNote.vue';
import SetUpForm from './SetUpForm.vue';
import TitleBar from './TitleBar.vue';

/** The page of an area: title and list on the left, the open thing on the right. */
defineProps<{
  title: string;
  hint: string;
  newWords: string;
  newPath: string;
  empty: string;
  loading: boolean;
  error?: unknown;
  hasRows: boolean;
  opened: boolean;
  editorTitle: string;
  canDelete: boolean;
  deleteName: string;
  busy: boolean;
  general?: unknown;
  saveWords?: string;
}>();
const emit = defineEmits<{ save: []; remove: []; close: [] }>();
const asking = ref(false);
const { may } = useSession();
</script>

<template>
  <TitleBar :title="title" :hint="hint">
    <template v-if="$slots.under" #under><slot name="under" /></template>
    <slot name="also" />
    <RouterLink
      v-if="may('CHANGE_SETUP')"
      class="button"
      :class="{ stamp: !hasRows && !loading && !opened }"
      :to="newPath"
      >{{ newWords }}</RouterLink
    >
  </TitleBar>
  <ErrorNote :error="error" />
  <div class="area" :class="{ opened }">
    <div class="list">
      <slot v-if="hasRows" name="list" />
      <div v-else-if="!loading" class="empty">
        <p>{{ empty }}</p>
      </div>
    </div>
    <SetUpForm v-if="opened" class="editor" :aria-label="editorTitle" @save="emit('save')">
      <template #free>
        <header>
          <h2>{{ editorTitle }}</h2>
          <button type="button" class="link small" @click="emit('close')">Close</button>
        </header>
      </template>
      <slot name="editor" />
      <ErrorNote :error="general" />
      <footer class="actions">
        <button type="submit" class="button ink" :disabled="busy">{{ saveWords ?? 'Save' }}</button>
        <slot name="actions" />
        <button v-if="canDelete" type="button" class="link small delete" @click="asking = true">
          Delete
        </button>
      </footer>
    </SetUpForm>
  </div>
  <AskDelete
    v-model="asking"
    :name="deleteName"
    :says="`This cannot be undone. If something still needs ${deleteName}, Courier names it and deletes nothing.`"
    @remove="emit('remove')"
  />
</template>

<style scoped>
.area.opened {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(380px, 460px);
  align-items: start;
}
.list {
  min-width: 0;
}
.list :deep(.table td:first-child),
.list :deep(.table th:first-child) {
  padding-left: 10px;
}
.list :deep(tr) {
  cursor: pointer;
}
.list :deep(thead tr) {
  cursor: default;
}
.list :deep(tr.open td) {
  background: var(--paper-1);
}
.list :deep(tr.open td:first-child) {
  box-shadow: inset 4px 0 0 var(--stamp);
}
.editor {
  position: sticky;
  top: 48px;
  display: flex;
  flex-direction: column;
  gap: 14px;
  max-height: calc(100vh - 48px);
  padding: 16px 18px 18px;
  background: var(--paper-1);
  overflow-y: auto;
}
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}
.delete {
  margin-left: auto;
  color: var(--failed);
}
.empty {
  max-width: 520px;
  padding: 20px 0;
  color: var(--ink-5);
}
@media (max-width: 1000px) {
  .area.opened {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
