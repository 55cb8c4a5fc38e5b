<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import JobNameDrawer from './JobNameDrawer.vue';
import StateMark from '@/shared/StateMark.vue';
import type { Mark } from '@/shared/states';
import { useWords } from '@/shared/words';
import type { At } from './machine';
import type { PanelState } from './usePanel';

const props = defineProps<{ panel: PanelState; at: At<'sent'> }>();
const { t } = useWords();
const { front, secondsLeft } = props.panel;
const next = ref<HTMLButtonElement>();
onMounted(() => next.value?.focus());

const legs = computed(() => props.at.progress.legs);
const arrived = computed(() => legs.value.length > 0 && legs.value.every((leg) => leg.state === 'ACCEPTED'));
/** A job that was answered otherwise than it usually is may be kept so. */
const canKeep = computed(
  () => !front.value?.person?.guest && !props.at.job.own && Object.keys(props.at.answers).length > 0,
);
const keeping = ref(false);
const kept = ref('');
const trouble = computed(() => legs.value.some((leg) => leg.sentence !== ''));
const title = computed(() => {
  if (arrived.value) return t('sent.arrived');
  if (legs.value.some((leg) => leg.state === 'STOPPED')) return t('sent.not-sent');
  return t(trouble.value ? 'sent.waits' : 'sent.on-its-way');
});
function mark(leg: (typeof legs.value)[number]): Mark {
  if (leg.state === 'ACCEPTED') return 'accepted';
  if (leg.state === 'STOPPED') return 'failed';
  return leg.sentence ? 'waiting' : 'moving';
}
function words(leg: (typeof legs.value)[number]): string {
  if (leg.state === 'ACCEPTED') return t('sent.got-it');
  if (leg.state === 'STOPPED') return `${leg.sentence} ${t('sent.administrator')}`;
  return leg.sentence ? `${leg.sentence} ${t('sent.when-fixed')}` : t('sent.being-sent');
}
</script>

<template>
  <div class="sent">
    <div class="tag parcel-label" role="status">
      <StateMark :mark="arrived ? 'accepted' : trouble ? 'waiting' : 'moving'" :size="72" silent />
      <div>
        <h1>{{ title }}</h1>
        <p class="file mono">
          {{ at.progress.fileName || (at.progress.madeReady ? '' : t('sent.being-made')) }}
        </p>
        <ul>
          <li v-for="(leg, i) in legs" :key="i">
            <StateMark :mark="mark(leg)" :size="22" silent />
            <span
              ><strong>{{ leg.label }}</strong> {{ words(leg) }} {{ leg.there }}</span
            >
          </li>
        </ul>
        <p class="quiet">{{ t('sent.delivery', { n: at.progress.number }) }}</p>
      </div>
    </div>
    <p v-if="kept" class="kept" role="status">{{ t('own.kept', { name: kept }) }}</p>
    <div class="foot">
      <button
        v-if="at.job.nextDocument"
        ref="next"
        type="button"
        class="key stamp"
        @click="panel.begin(at.job)"
      >
        {{ t('sent.again', { job: at.job.name }) }}
      </button>
      <button v-if="at.job.nextDocument" type="button" class="key" @click="panel.next()">
        {{ t('sent.jobs') }}
      </button>
      <button v-else ref="next" type="button" class="key stamp" @click="panel.next()">
        {{ t('sent.next') }}
      </button>
      <button v-if="canKeep && !kept" type="button" class="key" @click="keeping = true">
        {{ t('own.keep') }}
      </button>
      <button type="button" class="key" @click="panel.signOut()">
        {{ t(front?.person?.guest ? 'panel.finish' : 'panel.sign-out') }}
      </button>
      <p class="quiet">{{ t('sent.walk-away', { n: secondsLeft }) }}</p>
    </div>
    <JobNameDrawer
      v-if="keeping"
      :panel="panel"
      :title="t('own.keep')"
      :hint="t('own.hint')"
      :save="(name) => panel.keepOwnJob(at.job, at.answers, name)"
      @done="keeping = false"
      @kept="
        kept = $event;
        keeping = false;
      "
    />
  </div>
</template>

<style scoped>
/* What is kept is named on a sheet of its own. */
.sent {
  position: relative;
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 22px;
  justify-content: center;
  padding: 24px 60px;
}
.tag {
  display: flex;
  gap: 32px;
  align-items: flex-start;
  --cut: 44px;

  padding: 34px 40px 34px 70px;
}
h1 {
  font-size: 52px;
  line-height: 58px;
}
.kept {
  font-size: 20px;
}
.file {
  margin: 6px 0 14px;
  font-size: 18px;
  line-height: 26px;
}
ul {
  margin: 0 0 14px;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 12px;
  padding: 5px 0;
  font-size: 20px;
  line-height: 26px;
}
.foot {
  display: flex;
  gap: 14px;
  align-items: center;
}
.foot .key {
  min-height: 66px;
  font-size: 22px;
}
</style>
