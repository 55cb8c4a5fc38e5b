<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import type { Schemas } from '@/api/client';
import { bytes } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import PageDrawer from './PageDrawer.vue';
import SampleDrawer from './SampleDrawer.vue';
import { useWords } from '@/shared/words';
import JobHead from './JobHead.vue';
import LastTimeKey from './LastTimeKey.vue';
import type { Ask, At } from './machine';
import { usePlan } from './plan';
import OriginalStrip from './OriginalStrip.vue';
import TooLargeStrip from './TooLargeStrip.vue';
import AskRows from './AskRows.vue';
import { answerTo, asksNow, captionOf, chosenTo, drawerOf, isMissing, keyOf, wordsOf } from './questions';
import type { PanelState } from './usePanel';

const props = defineProps<{ panel: PanelState; at: At<'scan'> }>();
const { t } = useWords();
const { busy, front, loaded, device } = props.panel;
const scan = computed(() => props.at.scan);
const job = computed(() => props.at.job);
const drawer = ref(false);
const strip = ref<HTMLElement>();
/** Questions that can be answered while the paper goes through. */
const asks = computed(() =>
  asksNow(job.value.asks, props.at.answers).filter((asked) => asked.kind !== 'SETTING'),
);
/** More than fit beside the job's name are answered on a sheet of their own. */
const FEW = 2;
/** What was set for this scan before it began, and is not as usual. */
const chosen = computed(() =>
  job.value.asks
    .filter((asked) => asked.kind === 'SETTING' && answerTo(asked, props.at.answers) !== asked.usual)
    .map((asked) => `${captionOf(asked, t)}: ${wordsOf(asked, props.at.answers, t)}`),
);
const plan = usePlan(props.panel, () => props.at);
/** How the files will be called, and about how large they are. */
const planned = computed(() => {
  const toBe = plan.value?.files ?? [];
  const size = bytes(toBe.reduce((sum, file) => sum + file.bytes, 0));
  return toBe[0] && { n: toBe.length, name: toBe[0].name, readsMore: toBe[0].readsMore, size };
});
const where = computed(() => chosenTo(asks.value, props.at.answers, t));
const goesTo = computed(() => {
  const [who = '', ...others] = props.at.job.to;
  if (where.value || !others.length) return t('scan.to', { who: where.value ?? who });
  return t('scan.to-several', { who, more: others.length });
});
const sheet = ref(false);
const open = ref<Ask>();
const unanswered = computed(() => asks.value.find((asked) => isMissing(asked, props.at.answers)));
const chooseFirst = computed(
  () =>
    unanswered.value &&
    (unanswered.value.kind === 'DESTINATIONS'
      ? t('ask.destinations-none')
      : unanswered.value.kind === 'RECIPIENTS'
        ? t('scan.choose-first')
        : t('ask.first')),
);
const pages = computed(() => scan.value.pages);
/** With both, each has a key of its own. */
const usual = computed(() => (front.value?.feeder && front.value.glass ? 'FEEDER' : undefined));
const scanning = computed(() => scan.value.state === 'SCANNING');
const trouble = computed(() => scan.value.state === 'TROUBLE');
const STRIP_SHEETS = 12;
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const TONES = ['a', 'b', 'c'];

type Page = (typeof pages.value)[number];
const isOut = (page: Page) =>
  page.presence === 'LEFT_OUT' || (page.presence === 'AS_FOUND' && page.blankReason !== '');
/** Pages from the glass that stay as they were found. */
const kept = ref<string[]>([]);
type Odd = Page & { original: Schemas['OriginalSize'] };
/** A page whose size only somebody who sees the original can tell. */
const odd = computed(() =>
  pages.value.find(
    (page): page is Odd => Boolean(page.original) && !isOut(page) && !kept.value.includes(page.id),
  ),
);
/** The page that is looked at large. */
const looking = ref<string>();
/** Numbers of the pages that begin a file, by the splits set here. */
const files = computed(() =>
  pages.value.filter((page, i) => i === 0 || page.splitBefore).map((page) => page.number),
);
const fileOf = (number: number) => Math.max(0, files.value.filter((first) => first <= number).length - 1);
const begins = (number: number) => files.value.includes(number);

const said = computed(() => {
  const n = pages.value.length;
  if (scanning.value) return n === 0 ? t('scan.first-coming') : t('scan.next-coming', { n });
  return t('scan.all-in', { n });
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
  <div :class="['desk', { tight: trouble || plan?.tooLarge || odd }]">
    <JobHead :job="job" :to="where">
      <LastTimeKey :panel="panel" :job="job" :answers="at.answers" />
      <button
        v-for="asked in asks.length > FEW ? [] : asks"
        :key="keyOf(asked)"
        type="button"
        :class="['key', 'ask', { wanted: asked === unanswered }]"
        @click="open = asked"
      >
        <small>{{ captionOf(asked, t) }}</small>
        <span>{{ wordsOf(asked, at.answers, t) }}</span>
      </button>
      <button
        v-if="asks.length > FEW"
        type="button"
        :class="['key', 'ask', { wanted: unanswered }]"
        @click="sheet = true"
      >
        <small>{{ t('ask.questions', { n: asks.length }) }}</small>
        <span>{{ unanswered ? captionOf(unanswered, t) : wordsOf(asks[0]!, at.answers, t) }}</span>
      </button>
      <button type="button" class="key" :disabled="busy" @click="panel.cancelScan()">
        {{ t('scan.cancel') }}
      </button>
    </JobHead>
    <div class="file">
      <p class="head">
        <span>{{ t('scan.files', { n: planned?.n ?? Math.max(1, files.length) }) }}</span>
        <span v-if="planned" class="planned">
          {{ t('scan.about', { size: planned.size }) }}
          <span class="mono">{{ planned.name }}</span>
          {{ planned.readsMore ? t('scan.reads-more') : '' }}
          {{ planned.n > 1 ? t('scan.and-more') : '' }}
        </span>
        <span class="quiet">{{ chosen.length ? chosen.join(', ') : planned ? '' : job.does }}</span>
        <button v-if="scan.edited" type="button" class="undo" :disabled="busy" @click="panel.undoEdit()">
          {{ t('page.undo') }}
        </button>
      </p>
      <ol ref="strip" tabindex="0" :aria-label="t('scan.pages')">
        <li
          v-for="page in pages"
          :key="page.id"
          :class="['tone-' + TONES[fileOf(page.number) % 3], { out: isOut(page) }]"
        >
          <span v-if="begins(page.number)" class="letter">{{ LETTERS[fileOf(page.number) % 26] }}</span>
          <button
            type="button"
            class="frame"
            :aria-label="t('page.open', { n: page.number })"
            @click="looking = page.id"
          >
            <img
              :src="`/api/panel/${device}/scans/${scan.id}/pages/${page.id}/thumbnail?look=${page.look}`"
              :alt="t('scan.page', { n: page.number, media: page.media })"
            />
          </button>
          <button
            v-if="isOut(page)"
            type="button"
            class="choice"
            :disabled="busy"
            @click="panel.edit({ action: 'BRING_BACK', page: page.id })"
          >
            {{
              page.blankReason && page.presence === 'AS_FOUND' ? t('scan.keep-blank') : t('page.bring-back')
            }}
          </button>
          <button
            v-else-if="page.blankReason"
            type="button"
            class="choice"
            :disabled="busy"
            @click="panel.edit({ action: 'LEAVE_OUT', page: page.id })"
          >
            {{ t('scan.leave-out') }}
          </button>
          <button
            v-else-if="page.number > 1"
            type="button"
            class="choice"
            :aria-pressed="page.splitBefore"
            :disabled="busy"
            @click="panel.edit({ action: page.splitBefore ? 'JOIN' : 'SPLIT', page: page.id })"
          >
            {{ page.splitBefore ? t('scan.join') : t('scan.new-file') }}
          </button>
          <span v-else class="choice none">1</span>
        </li>
        <li v-if="scanning" class="arriving">
          <span class="sheet"></span>
          <span>{{ t('scan.arriving') }}</span>
        </li>
      </ol>
    </div>
    <OriginalStrip
      v-if="odd"
      :page="odd"
      @keep="kept.push(odd.id)"
      @crop="panel.edit({ action: 'CROP', page: odd.id, part: $event })"
    />
    <TooLargeStrip v-else-if="plan?.tooLarge" :too-large="plan.tooLarge" @choose="panel.fit($event)" />
    <p v-if="trouble" class="trouble" role="alert">
      <StateMark mark="failed" :size="24" silent />
      <span
        ><strong>{{ scan.trouble }}</strong> {{ scan.remedy }}
        <template v-if="pages.length">{{ t('scan.pages-safe') }}</template></span
      >
    </p>
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
          <span v-if="loaded" class="quiet">{{
            t(loaded.onGlass ? 'sample.lies-on-glass' : 'sample.lies', { title: loaded.title })
          }}</span>
        </span>
      </p>
      <div class="loads">
        <button v-if="front?.standIn && !scanning" type="button" class="key sample" @click="drawer = !drawer">
          {{ t('sample.title') }}
        </button>
        <div v-if="!scanning" class="sources">
          <button type="button" class="key" :disabled="busy" @click="panel.addLoad(undefined, usual)">
            {{ pages.length ? t('scan.add-load') : t('scan.scan') }}
          </button>
          <button
            v-if="front?.feeder && front.glass"
            type="button"
            class="key"
            :disabled="busy"
            @click="panel.addLoad(undefined, 'GLASS')"
          >
            {{ t('scan.from-glass') }}
          </button>
        </div>
      </div>
      <button
        type="button"
        class="key stamp send"
        :disabled="busy || (pages.length === 0 && !scanning) || at.sendWhenDone || unanswered !== undefined"
        @click="panel.send()"
      >
        <strong>{{ t('scan.send') }}</strong>
        <span>{{
          chooseFirst
            ? chooseFirst
            : at.sendWhenDone
              ? t('scan.goes-then')
              : scanning
                ? t('scan.as-soon-as')
                : goesTo
        }}</span>
      </button>
    </div>
    <section
      v-if="sheet"
      class="choice-drawer"
      :aria-label="t('ask.questions', { n: asks.length })"
      @keydown.esc="sheet = Boolean(open)"
    >
      <header>
        <h2>{{ t('ask.questions', { n: asks.length }) }}</h2>
        <button type="button" class="key stamp" @click="sheet = false">{{ t('ask.ok') }}</button>
      </header>
      <AskRows :panel="panel" :asks="asks" :answers="at.answers" @open="open = $event" />
    </section>
    <component
      :is="drawerOf(open)"
      v-if="open"
      :panel="panel"
      :question="open"
      :answers="at.answers"
      :job="job.jobId"
      @done="open = undefined"
    />
    <PageDrawer
      v-if="looking"
      :panel="panel"
      :scan="scan"
      :page="looking"
      @look="looking = $event"
      @done="looking = undefined"
    />
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
.ask {
  min-width: 0;
}
.ask span {
  overflow: hidden;
  max-width: 250px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.ask small {
  color: var(--ink-5);
  font-weight: 400;
}
.ask.wanted {
  border-color: var(--stamp);
  border-width: 3px;
}
.file {
  flex: 1;
  margin: 8px 16px;
  min-height: 0;
}
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 0 0 6px;
  font-weight: 600;
}
.head > span:first-child {
  white-space: nowrap;
}
.planned {
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.head .quiet {
  overflow: hidden;
  min-width: 0;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.letter {
  position: absolute;
  z-index: 1;
  top: 0;
  left: 5px;
  display: grid;
  width: 28px;
  height: 28px;
  place-items: center;
  background: var(--tone);
  color: var(--paper-0);
  font: 700 20px/24px var(--heading);
}
ol {
  display: flex;
  margin: 0;
  padding: 0;
  list-style: none;
  overflow-x: auto;
}
/* Pages of one file share a colour, as a ribbon along the strip. */
li {
  position: relative;
  flex: none;
  width: 140px;
  padding: 8px 5px 6px;
  border-top: 5px solid var(--tone);
  background: var(--wash);
  text-align: center;
}
.frame {
  position: relative;
  display: block;
  padding: 0;
  border: 0;
  background: none;
  cursor: zoom-in;
}
.undo {
  min-height: 44px;
  margin-left: auto;
  padding: 0 14px;
  border: 1.5px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
  font-weight: 600;
  cursor: pointer;
}
.out .frame::after {
  content: '';
  position: absolute;
  inset: 0;
  background: linear-gradient(
    to top right,
    transparent calc(50% - 1.5px),
    var(--ink-7) 50%,
    transparent calc(50% + 1.5px)
  );
}
.out img {
  opacity: 0.5;
}
.choice {
  width: 130px;
  min-height: 44px;
  margin-top: 4px;
  padding: 4px;
  border: 1.5px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
  font-weight: 600;
  cursor: pointer;
}
.choice.none {
  display: grid;
  place-items: center;
  border-color: transparent;
  background: none;
}
.choice[aria-pressed='true'] {
  border-color: var(--ink-9);
  background: var(--ink-9);
  color: var(--paper-0);
}
img,
.sheet {
  display: block;
  width: 130px;
  height: 176px;
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
    transform: translateY(176px);
  }
}
.trouble {
  display: flex;
  flex: none;
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
.sources {
  display: flex;
  gap: 8px;
}
/* Two lines of words are no higher than the other keys: on the smallest panels all has to be seen at once. */
.sources .key {
  flex: 1;
  min-height: 54px;
  padding: 4px 10px;
  font-size: 18px;
  line-height: 22px;
}
.key.sample {
  border-style: dashed;
}
.key.send {
  flex-direction: column;
  gap: 2px;
  align-items: flex-start;
  min-height: 124px;
  text-align: start;
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

/* What is said below the pages takes its room from their pictures. */
.tight img,
.tight .sheet {
  height: 112px;
}

/* The smallest panels, 800 x 480: all is seen at once, and Send above all. */
@container panel (max-height: 520px) {
  .file {
    margin: 4px 16px;
  }
  img,
  .sheet {
    height: 96px;
  }
  .tight img,
  .tight .sheet {
    height: 44px;
  }
  .foot {
    grid-template-columns: 1fr auto 260px;
    padding: 6px 16px;
  }
  .count > strong {
    font-size: 56px;
    line-height: 56px;
  }
  .loads {
    gap: 6px;
  }
  .loads .key {
    min-height: 46px;
  }
  .key.send {
    min-height: 98px;
    padding: 8px 20px;
  }
  .send strong {
    font-size: 34px;
    line-height: 40px;
  }
}
</style>
