<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import PrintDrawer from '@/printing/PrintDrawer.vue';
import { when } from '@/shared/format';
import JobStamp from '@/shared/JobStamp.vue';
import StateMark from '@/shared/StateMark.vue';
import type { Mark } from '@/shared/states';
import { useWords } from '@/shared/words';
import type { At } from './machine';
import { answersTo } from './questions';
import RecipientsDrawer from './RecipientsDrawer.vue';
import type { PanelState } from './usePanel';

/** One of somebody's latest scans: what became of it on each way, and sending it once more. */
const props = defineProps<{ panel: PanelState; at: At<'own-scan'> }>();
const { t } = useWords();
const { busy } = props.panel;
const back = ref<HTMLButtonElement>();
onMounted(() => back.value?.focus());

const scan = computed(() => props.at.scan.scan);
const others = computed(() => props.at.scan.toOthers);
const choosing = ref(false);
const printing = ref(false);
const chosen = computed(() => (others.value ? answersTo(others.value.ask, props.at.answers) : []));

type Way = (typeof props.at.scan.ways)[number];
function mark(way: Way): Mark {
  if (way.state === 'ACCEPTED') return 'accepted';
  if (way.state === 'STOPPED') return 'failed';
  return way.sentence ? 'waiting' : 'moving';
}
function words(way: Way): string {
  if (way.state === 'ACCEPTED')
    return t('mine.received', { when: way.acceptedAt ? when(way.acceptedAt) : '' });
  if (way.state === 'STOPPED') return way.sentence || t('mine.called-off');
  return way.sentence ? `${way.sentence} ${t('sent.when-fixed')}` : t('sent.being-sent');
}
const kept = computed(() => {
  const { keptUntil, canGoAgain } = props.at.scan;
  if (!keptUntil) return t('mine.gone');
  return canGoAgain || others.value ? t('mine.kept', { when: when(keptUntil) }) : t('mine.elsewhere');
});
</script>

<template>
  <div class="own">
    <header>
      <JobStamp :icon="scan.jobIcon" :size="52" />
      <div>
        <h1>{{ scan.fileName || scan.jobName }}</h1>
        <p class="quiet">
          {{ scan.jobName }} · {{ when(scan.at) }} · {{ t('mine.pages', { n: scan.pages }) }} ·
          {{ t('sent.delivery', { n: scan.number }) }}
        </p>
      </div>
    </header>
    <ul :aria-label="t('mine.ways')" tabindex="0">
      <li v-for="way in at.scan.ways" :key="way.legId">
        <StateMark :mark="mark(way)" :size="24" silent />
        <div>
          <p>
            <strong>{{ way.label }}</strong> {{ words(way) }}
          </p>
          <p v-if="way.landed || way.recipients.length" class="quiet where">
            {{ way.landed || way.recipients.join(', ') }}
          </p>
        </div>
      </li>
    </ul>
    <p class="quiet" role="status">
      {{ chosen.length ? t('mine.chosen', { names: chosen.map(({ name }) => name).join(', ') }) : kept }}
    </p>
    <div class="foot">
      <button ref="back" type="button" class="key" @click="panel.look()">{{ t('mine.back') }}</button>
      <template v-if="chosen.length">
        <button type="button" class="key" @click="choosing = true">{{ t('mine.to-others') }}</button>
        <button type="button" class="key stamp" :disabled="busy" @click="panel.sendToOthers()">
          {{ t('mine.send-to', { n: chosen.length }) }}
        </button>
      </template>
      <template v-else>
        <button v-if="at.scan.canPrint" type="button" class="key" @click="printing = true">
          {{ t('mine.print') }}
        </button>
        <button v-if="others" type="button" class="key" @click="choosing = true">
          {{ t('mine.to-others') }}
        </button>
        <button
          v-if="at.scan.canGoAgain"
          type="button"
          class="key stamp"
          :disabled="busy"
          @click="panel.sendAgain()"
        >
          {{ t('mine.again') }}
        </button>
      </template>
    </div>
    <PrintDrawer v-if="printing && at.scan.canPrint" :panel="panel" @done="printing = false" />
    <RecipientsDrawer
      v-if="choosing && others"
      :panel="panel"
      :question="others.ask"
      :answers="at.answers"
      :job="others.jobId"
      @done="choosing = false"
    />
  </div>
</template>

<style scoped>
.own {
  position: relative;
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 14px;
  min-height: 0;
  padding: 18px 20px 16px;
}
.own > header {
  all: unset;
  display: flex;
  gap: 16px;
  align-items: center;
}
header > div {
  min-width: 0;
}
h1 {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
ul {
  flex: 1;
  min-height: 0;
  margin: 0;
  padding: 0;
  border-top: 2px solid var(--ink-9);
  list-style: none;
  overflow-y: auto;
}
li {
  display: flex;
  gap: 14px;
  align-items: center;
  min-height: 60px;
  padding: 6px 10px;
  border-bottom: 1px solid var(--rule-2);
  background: var(--paper-0);
}
li > div {
  min-width: 0;
}
.where {
  overflow-wrap: anywhere;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
</style>
