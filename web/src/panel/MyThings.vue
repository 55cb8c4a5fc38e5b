<script setup lang="ts">
import { computed, ref } from 'vue';
import { when } from '@/shared/format';
import JobStamp from '@/shared/JobStamp.vue';
import StateMark from '@/shared/StateMark.vue';
import { deliveryMark } from '@/shared/states';
import { useWords } from '@/shared/words';
import type { PanelState } from './usePanel';

/** A person's latest scans, and what they have allowed. */
const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { mine, busy } = props.panel;
const scans = computed(() => mine.value?.scans ?? []);
const ownJobs = computed(() => mine.value?.ownJobs ?? []);
const consents = computed(() => mine.value?.consents ?? []);
/** Withdrawing and removing take two touches. */
const sure = ref('');
const withdrawn = ref('');
async function withdraw(id: string) {
  if (sure.value !== id) {
    sure.value = id;
    return;
  }
  sure.value = '';
  withdrawn.value = (await props.panel.withdraw(id)) ?? '';
}
async function remove(id: string) {
  if (sure.value !== id) {
    sure.value = id;
    return;
  }
  sure.value = '';
  await props.panel.removeOwnJob(id);
}
</script>

<template>
  <div class="mine">
    <section class="scans" :aria-label="t('mine.title')">
      <h1>{{ t('mine.title') }}</h1>
      <ul tabindex="0" :aria-label="t('mine.list')">
        <li v-for="scan in scans" :key="scan.id">
          <JobStamp :icon="scan.jobIcon" :size="40" />
          <div>
            <p class="name">{{ scan.fileName || scan.jobName }}</p>
            <p class="quiet">
              {{ when(scan.at) }}, {{ t('mine.pages', { n: scan.pages })
              }}<template v-if="scan.sentence">. {{ scan.sentence }}</template>
            </p>
          </div>
          <StateMark :mark="deliveryMark(scan.state)" :size="26" silent />
          <span class="word">{{ t(`state.${scan.state}`) }}</span>
        </li>
      </ul>
      <p v-if="!scans.length" class="quiet">{{ t('mine.none') }}</p>
    </section>
    <p v-if="withdrawn" class="told" role="status">{{ withdrawn }}</p>
    <section v-if="ownJobs.length" class="own" :aria-label="t('own.title')">
      <h2>{{ t('own.title') }}</h2>
      <ul tabindex="0" :aria-label="t('own.title')">
        <li v-for="one in ownJobs" :key="one.id">
          <div>
            <p class="name">{{ one.name }}</p>
            <p class="quiet">{{ one.of ? t('own.of', { job: one.of }) : t('own.elsewhere') }}</p>
          </div>
          <button type="button" class="key" :disabled="busy" @click="remove(one.id)">
            {{ sure === one.id ? t('own.sure') : t('own.remove') }}
          </button>
        </li>
      </ul>
    </section>
    <section v-if="consents.length" :aria-label="t('mine.permissions')">
      <h2>{{ t('mine.permissions') }}</h2>
      <ul>
        <li v-for="consent in consents" :key="consent.destinationId">
          <div>
            <p class="name">{{ consent.destination }}</p>
            <p class="quiet">
              {{ consent.endedAt ? t('mine.ended') : t('mine.since', { when: when(consent.givenAt) }) }}
            </p>
          </div>
          <button type="button" class="key" :disabled="busy" @click="withdraw(consent.destinationId)">
            {{ sure === consent.destinationId ? t('mine.sure') : t('mine.withdraw') }}
          </button>
        </li>
      </ul>
    </section>
    <div class="foot">
      <button type="button" class="key" @click="panel.leaveMine()">{{ t('panel.back') }}</button>
      <button type="button" class="key" @click="panel.changePin()">{{ t('pin.change') }}</button>
    </div>
  </div>
</template>

<style scoped>
.foot {
  display: flex;
  gap: 14px;
}
.mine {
  display: flex;
  flex: none;
  flex-direction: column;
  gap: 14px;
  height: calc(100cqh - 74px);
  min-height: 0;
  padding: 18px 20px 16px;
}
.scans {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
}
.told {
  font-size: 18px;
}
h2 {
  font-size: 24px;
  line-height: 30px;
}
ul {
  margin: 10px 0 0;
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
  flex: 1;
  min-width: 0;
}
.name {
  overflow: hidden;
  font: 640 20px/25px var(--heading);
  font-stretch: 84%;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.quiet {
  overflow: hidden;
  font-size: 16px;
  line-height: 21px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.word {
  width: 110px;
  font-size: 17px;
}
</style>
