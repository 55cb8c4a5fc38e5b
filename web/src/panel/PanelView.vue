<script setup lang="ts">
import { useEventListener, useIntervalFn, useMediaQuery } from '@vueuse/core';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import BrandMark from '@/shared/BrandMark.vue';
import { clock, weekday, whereIs } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import { conditionMark } from '@/shared/states';
import { useWords } from '@/shared/words';
import ConsentDesk from './ConsentDesk.vue';
import HelpDrawer from './HelpDrawer.vue';
import HelpSign from './HelpSign.vue';
import HelpStrip from './HelpStrip.vue';
import JobLabels from './JobLabels.vue';
import LanguageChoice from './LanguageChoice.vue';
import MyThings from './MyThings.vue';
import OwnScanView from './OwnScanView.vue';
import NewPin from './NewPin.vue';
import PinDoor from './PinDoor.vue';
import ReadingAids from './ReadingAids.vue';
import ReadyDesk from './ReadyDesk.vue';
import ScanDesk from './ScanDesk.vue';
import ScreenKeyboard from './ScreenKeyboard.vue';
import SentView from './SentView.vue';
import { useAids } from './aids';
import { usePanel } from './usePanel';

const route = useRoute();
const screen = ref<HTMLElement>();
const panel = usePanel(String(route.params.device), () => screen.value);
const { front, stage, secondsLeft, problem, helpOpen, showing, mayShow } = panel;
const { t } = useWords();
const { aids } = useAids();
/** There all languages beside each other leave no room for where this is. */
const narrow = useMediaQuery('(max-width: 900px)');
const time = ref(new Date());
useIntervalFn(() => (time.value = new Date()), 1000);
useEventListener(document, ['pointerdown', 'keydown'], () => panel.touch(), { passive: true });
</script>

<template>
  <div
    class="panel panel-screen"
    :class="{ large: aids.large, contrast: aids.contrast, typing: aids.typing }"
  >
    <div v-if="front" ref="screen" class="over">
      <HelpStrip :panel="panel" />
      <header>
        <HelpSign v-if="showing && mayShow" :panel="panel" />
        <template v-else>
          <BrandMark class="mark" />
          <div :class="['room', { folds: front.person }]">
            <div class="here">
              <p class="where">{{ whereIs(front.place, front.deviceName) }}</p>
              <p class="quiet">{{ clock(time) }}, {{ weekday(time) }}</p>
            </div>
          </div>
        </template>
        <button
          type="button"
          class="key help"
          :aria-label="t('help.title')"
          :aria-expanded="helpOpen"
          @click="helpOpen ? panel.closeHelp() : panel.openHelp()"
        >
          ?
        </button>
        <ReadingAids />
        <LanguageChoice
          :folded="Boolean(front.person) || aids.large || narrow"
          @choose="panel.choose($event)"
        />
        <template v-if="front.person">
          <div class="who">
            <p class="where">{{ front.person.guest ? t('panel.guest') : front.person.name }}</p>
            <p class="quiet">
              {{ t(front.person.guest ? 'panel.ends-in' : 'panel.signs-out-in', { n: secondsLeft }) }}
            </p>
          </div>
          <button
            v-if="stage.name === 'jobs' && !front.person.guest"
            type="button"
            class="key"
            @click="panel.look()"
          >
            {{ t('panel.my-scans') }}
          </button>
          <button type="button" class="key" @click="panel.signOut()">
            {{ t(front.person.guest ? 'panel.finish' : 'panel.sign-out') }}
          </button>
        </template>
      </header>
      <main>
        <p
          v-if="problem && !helpOpen && stage.name !== 'door' && stage.name !== 'new-pin'"
          class="problem"
          role="alert"
        >
          <StateMark mark="failed" :size="24" silent />
          <span
            ><strong>{{ problem.sentence }}</strong> {{ problem.remedy }}</span
          >
        </p>
        <div v-if="stage.name === 'door' && front.localOnly" class="local">
          <h1>{{ t('local.title') }}</h1>
          <p>{{ t('local.text') }}</p>
        </div>
        <PinDoor v-else-if="stage.name === 'door'" :panel="panel" />
        <NewPin v-else-if="stage.name === 'new-pin'" :panel="panel" />
        <JobLabels v-else-if="stage.name === 'jobs'" :panel="panel" />
        <ConsentDesk v-else-if="stage.name === 'consent'" :panel="panel" :at="stage" />
        <MyThings v-else-if="stage.name === 'mine'" :panel="panel" />
        <OwnScanView v-else-if="stage.name === 'own-scan'" :panel="panel" :at="stage" />
        <ReadyDesk v-else-if="stage.name === 'ready'" :panel="panel" :at="stage" />
        <ScanDesk v-else-if="stage.name === 'scan'" :panel="panel" :at="stage" />
        <SentView v-else :panel="panel" :at="stage" />
        <HelpDrawer v-if="helpOpen" :panel="panel" />
      </main>
      <footer
        v-if="
          (stage.name === 'door' || stage.name === 'jobs') &&
          front.condition !== 'READY' &&
          front.condition !== 'BUSY'
        "
        :class="front.condition.toLowerCase()"
      >
        <StateMark :mark="conditionMark(front.condition)" :size="22" silent />
        <p>{{ front.conditionWords }}</p>
      </footer>
    </div>
    <main v-else class="none">
      <p v-if="problem">
        <strong>{{ problem.sentence }}</strong> {{ problem.remedy }}
      </p>
    </main>
    <ScreenKeyboard />
  </div>
</template>

<style scoped>
.panel {
  display: flex;
  flex-direction: column;
  width: 100vw;
  height: 100vh;
  background: var(--paper-2);
  color: var(--ink-9);
  container: panel / size;
  font-size: 18px;
  line-height: 24px;
  user-select: none;
}
/* The same layout as on a smaller panel, larger. */
.panel.large {
  width: calc(100vw / 1.28);
  height: calc(100vh / 1.28);
  zoom: 1.28;
}
/* The line that is typed in, and what it finds, have the little room that there is. */
@container panel (max-height: 640px) {
  .typing .over > header {
    display: none;
  }
}
/* At least 7 to 1 between text and paper (WCAG 2.2, 1.4.6), and edges that are seen. */
.panel.contrast {
  --paper-0: #fff;
  --paper-1: #fff;
  --paper-2: #fff;
  --rule: #000;
  --rule-2: #000;
  --ink-9: #000;
  --ink-7: #000;
  --ink-5: #1a1a1a;
  --stamp: #6d0035;
  --on-stamp: #fff;
  --stamp-wash: #fff;
  --ok: #00442d;
  --moving: #003b5c;
  --waiting: #36245f;
  --care: #4d3300;
  --failed: #7a1500;
  --off: #333;
  --failed-wash: #fff;
  --care-wash: #fff;
}
.over {
  position: relative;
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  overflow: auto;
}
.help {
  min-width: 60px;
  margin-left: auto;
  padding: 10px 12px;
  font-size: 24px;
}
header {
  display: flex;
  flex: none;
  gap: 16px;
  align-items: center;
  height: 72px;
  padding: 0 10px 0 20px;
  border-bottom: 2px solid var(--ink-9);
  background: var(--paper-0);
}
.mark {
  flex: none;
  width: 36px;
  height: 28px;
}
header .quiet {
  font-size: 16px;
  line-height: 20px;
}
.where {
  font: 680 21px/25px var(--heading);
  font-stretch: 84%;
}
.who {
  flex: none;
  max-width: 240px;
  text-align: right;
}
/* However long a name is, the head stays as high as it is. */
.room,
.here {
  min-width: 0;
}
/* Whoever has signed in knows where they are: it stands there whole where there is room, else not at all. */
.room.folds {
  display: flex;
  flex: 1 1 0;
  flex-wrap: wrap;
  height: 48px;
  overflow: hidden;
}
.room.folds::before {
  width: 1px;
  height: 48px;
  content: '';
}
.room.folds .here {
  flex: none;
}
header p {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
header .key {
  flex: none;
}
/* The longest words of four languages stand beside each other there. */
@container panel (max-width: 900px) {
  header {
    gap: 8px;
    padding: 0 6px 0 12px;
  }
  header .key {
    padding: 8px 10px;
    font-size: 16px;
    line-height: 20px;
  }
  .help {
    min-width: 48px;
  }
  .who {
    flex: 0 1 auto;
    min-width: 0;
  }
  .who .where {
    font-size: 18px;
  }
}
main {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
}
.problem {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 12px 20px;
  background: var(--failed-wash);
}
footer {
  display: flex;
  flex: none;
  gap: 12px;
  align-items: center;
  min-height: 56px;
  padding: 0 20px;
  border-top: 1px solid var(--rule-2);
  background: var(--care-wash);
  font-size: 20px;
}
footer.stopped,
footer.unreachable {
  background: var(--failed-wash);
}
.none,
.local {
  padding: 40px;
}
.local {
  max-width: 34em;
  font-size: 20px;
}
:deep(.choice-drawer) {
  position: absolute;
  inset: 0;
  z-index: 2;
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 14px 20px 16px;
  background: var(--paper-1);
}
:deep(.choice-drawer header) {
  all: unset;
  display: flex;
  flex: none;
  gap: 10px;
  align-items: center;
  justify-content: space-between;
}
:deep(.choice-drawer .list) {
  align-content: start;
  flex: 1;
  min-height: 0;
  margin: 0;
  padding: 0;
  list-style: none;
  overflow-y: auto;
}
:deep(.choice-drawer input:not([type='checkbox'])) {
  min-height: 56px;
  padding: 6px 16px;
  border: 1.5px solid var(--ink-7);
  border-radius: 3px;
  background: var(--paper-0);
  color: var(--ink-9);
  font-size: 22px;
}
:deep(.choice-drawer h2) {
  font-size: 28px;
  line-height: 34px;
}
:deep(h1) {
  font-size: 34px;
  line-height: 38px;
}
</style>
