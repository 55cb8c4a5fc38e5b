<script setup lang="ts">
import { ref } from 'vue';
import { useWords } from '@/shared/words';

/** Something of one's own in a list, which can be given up: that takes two touches. */
defineProps<{
  name: string;
  note: string;
  words: string;
  sureWords: string;
  busy: boolean;
  /** It is not theirs to give up. */
  kept?: boolean;
  renames?: boolean;
}>();
const emit = defineEmits<{ given: []; rename: [] }>();
const { t } = useWords();
const sure = ref(false);

function press() {
  if (sure.value) emit('given');
  sure.value = !sure.value;
}
</script>

<template>
  <li :class="{ keys: renames }">
    <div>
      <p class="name">{{ name }}</p>
      <p class="quiet">{{ note }}</p>
    </div>
    <button
      v-if="renames && !sure"
      type="button"
      class="key"
      :aria-label="t('mine.rename-job', { name })"
      :disabled="busy"
      @click="emit('rename')"
    >
      {{ t('mine.rename') }}
    </button>
    <button v-if="!kept" type="button" class="key" :disabled="busy" @click="press">
      {{ sure ? sureWords : words }}
    </button>
  </li>
</template>

<style scoped>
/* Two of them would leave no room for a name. */
.keys {
  flex-wrap: wrap;
  justify-content: flex-end;
}
.keys > div {
  flex: 1 0 100%;
}
</style>
