<script setup lang="ts">
import { useWords } from '@/shared/words';
import type { PanelState } from './usePanel';

/** As long as the help desk sees this screen, it says so, and one touch ends it. */
const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { showingPages } = props.panel;
</script>

<template>
  <p class="sign" role="status">{{ t(showingPages ? 'help.sharing-pages' : 'help.sharing') }}</p>
  <button type="button" class="key" :aria-label="t('help.stop')" @click="panel.stopShowing()">
    {{ t('help.stop-short') }}
  </button>
</template>

<style scoped>
.sign {
  max-width: 225px;
  padding: 4px 12px;
  border-left: 6px solid var(--stamp);
  font-weight: 600;
  line-height: 22px;
}
</style>
