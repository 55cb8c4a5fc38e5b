<script setup lang="ts">
import JobStamp from '@/shared/JobStamp.vue';
import { useWords } from '@/shared/words';
import type { Label } from './machine';

/** Which job it is and where it goes; beside it what is asked, and the way back. */
defineProps<{ job: Label; /** Where somebody chose; where the job goes otherwise. */ to?: string }>();
const { t } = useWords();
</script>

<template>
  <div class="job">
    <JobStamp :icon="job.icon" :picture="job.picture" :size="48" />
    <div>
      <p class="name">{{ job.name }}</p>
      <p class="quiet">{{ t('scan.to', { who: to ?? job.to.join(', ') }) }}</p>
    </div>
    <div class="beside"><slot /></div>
  </div>
</template>

<style scoped>
.job {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 10px 16px 10px 20px;
  background: var(--paper-0);
}
.name {
  font: 680 23px/28px var(--heading);
  font-stretch: 84%;
}
.beside {
  display: flex;
  flex: 1;
  gap: 10px;
  justify-content: flex-end;
  min-width: 0;
}
/* The smallest panels, 800 x 480. */
@container panel (max-height: 520px) {
  .job {
    padding: 4px 16px;
  }
}
</style>
