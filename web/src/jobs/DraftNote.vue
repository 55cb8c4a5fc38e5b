<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { exact, when } from '@/shared/format';
import type { useDraft } from './useDraft';

/** That there is a draft of the job, and whether it is what the form shows. */
const props = defineProps<{ draft: ReturnType<typeof useDraft>; isNew: boolean }>();
const emit = defineEmits<{ resumed: [] }>();
const { id, kept, keep, discard } = props.draft;
/** The draft that stands in the form. */
const shown = ref('');
const isShown = computed(() => kept.value !== undefined && shown.value === kept.value.row.id);
function resume() {
  props.draft.resume();
  shown.value = id.value;
  emit('resumed');
}
// A new job has nothing else to show than its draft.
watch(
  kept,
  (draft) => {
    if (draft && props.isNew && shown.value !== draft.row.id) resume();
  },
  { immediate: true },
);
// A new job gets an id by its first draft, which is what the form shows.
watch(id, (now) => now !== keep.data.value?.row.id && (shown.value = ''));
watch(
  () => keep.data.value,
  (draft) => (shown.value = draft?.row.id ?? ''),
);
</script>

<template>
  <ErrorNote :error="keep.error.value ?? discard.error.value" />
  <div v-if="kept" class="draft small" role="status">
    <span>
      <strong>{{ isShown ? 'You see the draft' : 'There is a draft' }}</strong> of {{ kept.row.who }},
      <span :title="exact(kept.row.at)">{{ when(kept.row.at) }}</span>.
      <template v-if="kept.changedSince && !isNew">The job was changed since it was begun.</template>
      <template v-if="kept.lost">Something that it used was deleted since.</template>
    </span>
    <button v-if="!isShown" type="button" class="link" @click="resume">Continue with it</button>
    <button type="button" class="link" :disabled="discard.isPending.value" @click="discard.mutate()">
      Discard draft
    </button>
  </div>
</template>

<style scoped>
.draft {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  margin-bottom: 10px;
  padding: 7px 12px;
  background: var(--paper-1);
}
</style>
