<script setup lang="ts">
import { useWords } from '@/shared/words';

/** A tag with what is asked for, and a mark for each digit that was entered. */
defineProps<{ head: string; entered: number }>();
const { t } = useWords();
</script>

<template>
  <div class="tag parcel-label holed">
    <p class="head">{{ head }}</p>
    <p class="digits" role="status" :aria-label="t('pin.entered', { n: entered })">
      <span v-for="i in entered" :key="i" class="postmark"></span><span class="cursor"></span>
    </p>
    <div class="actions"><slot /></div>
  </div>
</template>

<style scoped>
.tag {
  margin-top: 16px;
  padding: 18px 28px 22px 62px;
}
.head {
  font: 680 25px/30px var(--heading);
  font-stretch: 86%;
}
.digits {
  display: flex;
  gap: 22px;
  align-items: center;
  height: 66px;
  padding-left: 6px;
  border-bottom: 3px dotted var(--rule-2);
}
.postmark {
  width: 26px;
  height: 26px;
  border: 3px solid var(--ink-9);
  border-radius: 50%;
  background: var(--ink-9);
  box-shadow: inset 0 0 0 2px var(--paper-0);
}
.cursor {
  width: 3px;
  height: 38px;
  background: var(--stamp);
}
.actions {
  display: flex;
  flex-wrap: nowrap;
  gap: 22px;
  margin-top: 20px;
}
/* A small panel, 800 by 480. */
@container panel ((max-width: 900px) or (max-height: 540px)) {
  .tag {
    margin-top: 10px;
    padding: 12px 20px 16px 54px;
  }
  .digits {
    gap: 14px;
    height: 48px;
  }
  .actions {
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 12px;
  }
}
</style>
