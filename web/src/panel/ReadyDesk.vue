<script setup lang="ts">
import { computed, ref } from 'vue';
import { useWords } from '@/shared/words';
import AskRows from './AskRows.vue';
import JobHead from './JobHead.vue';
import LastTimeKey from './LastTimeKey.vue';
import type { Ask, At, PaperSource } from './machine';
import { asksNow, chosenTo, drawerOf } from './questions';
import SampleDrawer from './SampleDrawer.vue';
import type { PanelState } from './usePanel';

/** Before the paper goes through: what the job leaves open of how it scans, and what else it asks. */
const props = defineProps<{ panel: PanelState; at: At<'ready'> }>();
const { t } = useWords();
const { busy, front } = props.panel;
const job = computed(() => props.at.job);
const asks = computed(() => asksNow(job.value.asks, props.at.answers));
const open = ref<Ask>();
const drawer = ref(false);
const both = computed(() => Boolean(front.value?.feeder && front.value.glass));

function scan(source?: PaperSource) {
  void props.panel.beginScan(job.value, props.at.answers, source);
}
</script>

<template>
  <div class="desk">
    <JobHead :job="job" :to="chosenTo(asks, at.answers, t)">
      <LastTimeKey :panel="panel" :job="job" :answers="at.answers" />
      <button type="button" class="key" @click="panel.leaveReady()">{{ t('panel.back') }}</button>
    </JobHead>
    <div class="asks">
      <AskRows :panel="panel" :asks="asks" :answers="at.answers" @open="open = $event" />
    </div>
    <div class="foot">
      <p class="said">
        <strong>{{ t('ask.ready') }}</strong>
        <span class="quiet">{{
          front?.feederSheets ? t('ask.feeder-holds', { n: front.feederSheets }) : t('ask.ready-hint')
        }}</span>
      </p>
      <button v-if="front?.standIn" type="button" class="key sample" @click="drawer = !drawer">
        {{ t('sample.title') }}
      </button>
      <button v-if="both" type="button" class="key" :disabled="busy" @click="scan('GLASS')">
        {{ t('scan.from-glass') }}
      </button>
      <button
        type="button"
        class="key stamp scan"
        :disabled="busy"
        @click="scan(both ? 'FEEDER' : undefined)"
      >
        {{ t('scan.scan') }}
      </button>
    </div>
    <component
      :is="drawerOf(open)"
      v-if="open"
      :panel="panel"
      :question="open"
      :answers="at.answers"
      :job="job.jobId"
      @done="open = undefined"
    />
    <SampleDrawer v-if="drawer" :panel="panel" @done="drawer = false" />
  </div>
</template>

<style scoped>
/* As high as what is below the panel's head: however much is asked, the keys stay in view. */
.desk {
  position: relative;
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  max-height: calc(100cqh - 72px);
}
.asks {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  padding: 12px 20px;
}
.foot {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 12px 16px 14px 20px;
  border-top: 1.5px solid var(--rule-2);
  background: var(--paper-0);
}
.said {
  display: flex;
  flex: 1;
  flex-direction: column;
}
.key.sample {
  border-style: dashed;
}
.key.scan {
  min-width: 260px;
  min-height: 92px;
  font: 720 40px/46px var(--heading);
  font-stretch: 82%;
}
.foot .key {
  white-space: nowrap;
}
@container panel (max-width: 900px) {
  .said {
    display: none;
  }
  .foot .key {
    flex: 1;
  }
}

/* The smallest panels, 800 x 480. */
@container panel (max-height: 520px) {
  .asks {
    padding: 6px 16px;
  }
  .foot {
    padding: 6px 16px;
  }
  .said {
    display: none;
  }
  .foot .key {
    flex: 1;
  }
  .key.scan {
    min-width: 200px;
    min-height: 66px;
    font-size: 32px;
  }
}
</style>
