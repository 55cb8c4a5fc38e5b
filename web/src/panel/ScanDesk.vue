<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import JobStamp from '@/shared/JobStamp.vue';
import StateMark from '@/shared/StateMark.vue';
import SampleDrawer from './SampleDrawer.vue';
import type { PanelState } from './usePanel';

const props = defineProps<{ panel: PanelState }>();
const { scan, job, busy, front, sendWhenDone, loaded, device } = props.panel;
const drawer = ref(false);
const strip = ref<HTMLElement>();
const pages = computed(() => scan.value?.pages ?? []);
const scanning = computed(() => scan.value?.state === 'SCANNING');
const trouble = computed(() => scan.value?.state === 'TROUBLE');
const STRIP_SHEETS = 12;

const said = computed(() => {
  const n = pages.value.length;
  if (scanning.value)
    return n === 0
      ? 'the first page is coming'
      : `${n === 1 ? 'page is' : 'pages are'} in, the next is coming`;
  return n === 1 ? 'page is in' : 'pages are in';
});
watch(
  () => pages.value.length,
  async () => {
    await nextTick();
    strip.value?.scrollTo({ left: strip.value.scrollWidth, behavior: 'smooth' });
  },
);
</script>

<template>
  <div class="desk">
    <div class="job">
      <JobStamp :icon="job?.icon ?? 'letter'" :size="48" />
      <div>
        <p class="name">{{ job?.name }}</p>
        <p class="quiet">to {{ job?.to.join(', ') }}</p>
      </div>
      <button type="button" class="key" :disabled="busy" @click="panel.cancelScan()">Cancel</button>
    </div>
    <div class="file">
      <p class="head">
        <span class="letter">A</span> One file <span class="quiet">{{ job?.does }}</span>
      </p>
      <ol ref="strip" tabindex="0" aria-label="Pages">
        <li v-for="page in pages" :key="page.number">
          <img
            :src="`/api/panel/${device}/scans/${scan?.id}/pages/${page.number}/thumbnail`"
            :alt="`Page ${page.number}, ${page.media}`"
          />
          <span>{{ page.number }}</span>
        </li>
        <li v-if="scanning" class="arriving">
          <span class="sheet"></span>
          <span>arriving</span>
        </li>
      </ol>
      <p v-if="trouble" class="trouble" role="alert">
        <StateMark mark="failed" :size="24" silent />
        <span
          ><strong>{{ scan?.trouble }}</strong> {{ scan?.remedy }}
          <template v-if="pages.length">The pages so far are safe.</template></span
        >
      </p>
    </div>
    <div class="foot">
      <p class="count" role="status">
        <strong>{{ pages.length }}</strong>
        <span>
          {{ said }}
          <span class="sheets" aria-hidden="true">
            <i
              v-for="i in Math.min(STRIP_SHEETS, pages.length + (scanning ? 1 : 0))"
              :key="i"
              :class="{ coming: scanning && i === Math.min(STRIP_SHEETS, pages.length + 1) }"
            ></i>
          </span>
          <span v-if="loaded" class="quiet">{{ loaded.title }} lies in the feeder</span>
        </span>
      </p>
      <div class="loads">
        <button v-if="front?.standIn && !scanning" type="button" class="key sample" @click="drawer = !drawer">
          Sample paper
        </button>
        <button v-if="!scanning" type="button" class="key" :disabled="busy" @click="panel.addLoad()">
          {{ pages.length ? 'Add a load' : 'Scan' }}
        </button>
      </div>
      <button
        type="button"
        class="key stamp send"
        :disabled="busy || (pages.length === 0 && !scanning) || sendWhenDone"
        @click="panel.send()"
      >
        <strong>Send</strong>
        <span>{{
          sendWhenDone
            ? 'goes when the last page is in'
            : scanning
              ? 'as soon as the last page is in'
              : `to ${job?.to[0] ?? ''}`
        }}</span>
      </button>
    </div>
    <SampleDrawer v-if="drawer" :panel="panel" @done="drawer = false" />
  </div>
</template>

<style scoped>
.desk {
  position: relative;
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
}
.job {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 10px 16px 10px 20px;
  background: var(--paper-0);
}
.job .key {
  margin-left: auto;
}
.name {
  font: 680 23px/28px var(--heading);
  font-stretch: 84%;
}
.file {
  flex: 1;
  margin: 10px 16px;
  padding: 10px 0 0;
  border-top: 5px solid var(--file-a);
  background: var(--file-a-wash);
  min-height: 0;
}
.head {
  padding: 0 12px 8px;
  font-weight: 600;
}
.letter {
  display: inline-grid;
  width: 28px;
  height: 28px;
  margin-right: 6px;
  place-items: center;
  background: var(--file-a);
  color: var(--paper-0);
  font: 700 20px/24px var(--heading);
}
ol {
  display: flex;
  gap: 10px;
  margin: 0;
  padding: 2px 12px 8px;
  list-style: none;
  overflow-x: auto;
}
li {
  flex: none;
  width: 130px;
  text-align: center;
}
img,
.sheet {
  display: block;
  width: 130px;
  height: 182px;
  border: 1.5px solid var(--rule-2);
  background: var(--paper-0);
  object-fit: contain;
}
.sheet {
  border-style: dashed;
  border-color: var(--moving);
  position: relative;
  overflow: hidden;
}
.sheet::after {
  content: '';
  position: absolute;
  inset: 0 0 auto;
  height: 4px;
  background: var(--moving);
  animation: feed 1.1s linear infinite;
}
.arriving {
  color: var(--moving);
}
@keyframes feed {
  to {
    transform: translateY(182px);
  }
}
.trouble {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 10px 12px;
  background: var(--failed-wash);
}
.foot {
  display: grid;
  grid-template-columns: 1fr auto 352px;
  gap: 14px;
  align-items: center;
  padding: 12px 16px 14px 20px;
  border-top: 1.5px solid var(--rule-2);
  background: var(--paper-0);
}
.count {
  display: flex;
  gap: 16px;
  align-items: center;
}
.count > strong {
  font: 700 96px/88px var(--heading);
  font-stretch: 78%;
}
.count > span {
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.sheets {
  display: flex;
  gap: 4px;
  height: 26px;
}
i {
  width: 18px;
  height: 26px;
  background: var(--ink-9);
}
i.coming {
  background: linear-gradient(var(--moving) 50%, transparent 50%);
  outline: 1.5px solid var(--moving);
  outline-offset: -1.5px;
}
.loads {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.key.sample {
  border-style: dashed;
}
.key.send {
  flex-direction: column;
  gap: 2px;
  align-items: flex-start;
  min-height: 124px;
  padding: 16px 26px;
}
.send strong {
  font: 720 46px/50px var(--heading);
  font-stretch: 82%;
}
.send span {
  font-size: 19px;
  font-weight: 500;
}
</style>
