<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import JobStamp from '@/shared/JobStamp.vue';
import StateMark from '@/shared/StateMark.vue';
import { useWords } from '@/shared/words';
import type { Label } from './machine';

/** The labels of a panel on its pages, with the keys below them; also as a picture at the desk. */
const props = defineProps<{
  labels: readonly Label[];
  /** Nothing can be begun now. */
  still?: boolean;
  /** Makes room for the news above. */
  lower?: boolean;
  /** Those that were found: none of them is the first. */
  found?: boolean;
}>();
const emit = defineEmits<{ begin: [label: Label] }>();
const { t } = useWords();
const FIRST_PAGE = 5;
const firstPage = computed(() => (props.found ? OTHER_PAGE : FIRST_PAGE));
const isLarge = (i: number) => !props.found && page.value === 0 && i === 0;
const OTHER_PAGE = 6;
const page = ref(0);

const pages = computed(() => {
  const all = [props.labels.slice(0, firstPage.value)];
  for (let i = firstPage.value; i < props.labels.length; i += OTHER_PAGE)
    all.push(props.labels.slice(i, i + OTHER_PAGE));
  return all;
});
watch(pages, (now) => (page.value = Math.min(page.value, now.length - 1)));
/** Long words are written smaller, so that they are not parted: up to so many letters fit on a label as they are. */
const LETTERS = { large: 9, small: 15 };
function fit(name: string, large: boolean): number {
  const longest = Math.max(...name.split(/[\s-]+/).map((word) => word.length));
  return Math.max(0.5, Math.min(1, (large ? LETTERS.large : LETTERS.small) / longest));
}
const shown = computed(() => pages.value[page.value] ?? []);
const start = computed(() => props.labels.find((label) => label.start && label.possible));
</script>

<template>
  <ul :class="['labels', { large: page === 0 && !found, lower }]">
    <li v-for="(label, i) in shown" :key="label.own ?? label.jobId">
      <button type="button" :disabled="still || !label.possible" @click="emit('begin', label)">
        <span class="hole" aria-hidden="true"></span>
        <JobStamp
          :icon="label.icon"
          :picture="label.picture"
          :size="isLarge(i) ? 108 : 60"
          :chosen="isLarge(i)"
          class="badge"
        />
        <strong :style="{ '--fit': fit(label.name, isLarge(i)) }">{{ label.name }}</strong>
        <span v-if="isLarge(i)" class="does">{{ label.does }}</span>
        <span v-for="(to, place) in label.to.slice(0, 2)" :key="to" class="to"
          ><small>{{ place === 0 ? t('jobs.to') : '' }}</small
          >{{ to }}</span
        >
        <span v-if="label.note && (isLarge(i) || !label.possible)" class="note">
          <StateMark mark="care" :size="20" silent /> {{ label.note }}
        </span>
        <span v-else-if="label.asks.some((one) => one.kind === 'CONSENT')" class="once">
          {{ t('jobs.asks-consent') }}
        </span>
        <span v-else-if="label.note" class="late"
          ><StateMark mark="care" :size="18" silent /> {{ t('jobs.delayed') }}</span
        >
      </button>
    </li>
  </ul>
  <p v-if="!labels.length" class="none">
    {{ t(found ? 'jobs.no-match' : 'jobs.none') }}
  </p>
  <div class="foot">
    <template v-if="pages.length > 1">
      <button
        v-for="(_, i) in pages"
        :key="i"
        type="button"
        :class="['key', { now: i === page }]"
        :aria-pressed="i === page"
        @click="page = i"
      >
        {{ i === 0 ? t('jobs.first') : i === 1 ? t('jobs.more') : t('jobs.page', { n: i + 1 }) }}
      </button>
    </template>
    <div class="right">
      <slot />
      <button
        v-if="start"
        type="button"
        class="key stamp start"
        :disabled="still"
        @click="emit('begin', start)"
      >
        {{ t('jobs.start', { job: start.name }) }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.labels {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  grid-auto-rows: 174px;
  gap: 13px 10px;
  margin: 16px 0;
  padding: 0;
  list-style: none;
}
/* Makes room for the news above. */
.labels.lower {
  grid-auto-rows: 156px;
  margin: 12px 0;
}
.labels.large {
  grid-template-columns: 392px repeat(2, minmax(0, 1fr));
}
.labels.large li:first-child {
  grid-row: span 2;
}
li {
  position: relative;
}
li button {
  position: relative;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  width: 100%;
  height: 100%;
  padding: 10px 16px 12px 42px;
  border: 0;
  background: var(--paper-0);
  clip-path: polygon(24px 0, 100% 0, 100% 100%, 24px 100%, 0 calc(100% - 24px), 0 24px);
  text-align: left;
  cursor: pointer;
}
li button:disabled {
  color: var(--ink-5);
  cursor: default;
}
li button:focus-visible {
  outline: 4px solid var(--stamp);
  outline-offset: -4px;
}
.labels.large li:first-child button {
  padding: 22px 22px 24px 58px;
  clip-path: polygon(34px 0, 100% 0, 100% 100%, 34px 100%, 0 calc(100% - 34px), 0 34px);
}
.hole {
  position: absolute;
  left: 13px;
  top: 50%;
  width: 16px;
  height: 16px;
  margin-top: -8px;
  border: 1.5px solid var(--ink-7);
  border-radius: 50%;
  background: var(--paper-2);
}
.badge {
  position: absolute;
  right: 12px;
  top: 12px;
}
.labels.large li:first-child .badge {
  right: 20px;
  top: 20px;
}
strong {
  max-width: calc(100% - 70px);
  font: 700 calc(25px * var(--fit)) / 28px var(--heading);
  font-stretch: 82%;
  overflow-wrap: anywhere;
}
.labels.large li:first-child strong {
  max-width: 190px;
  font-size: calc(42px * var(--fit));
  line-height: calc(44px * var(--fit));
}
.does {
  max-width: 190px;
  margin: 10px 0 auto;
  color: var(--ink-5);
  font-size: 18px;
}
.to {
  display: flex;
  gap: 8px;
  width: 100%;
  padding: 4px 0 3px;
  border-bottom: 1.5px dotted var(--rule-2);
  font-size: 19px;
  line-height: 25px;
}
.to small {
  width: 18px;
  color: var(--ink-5);
  font-size: 17px;
  white-space: nowrap;
}
li:not(:first-child) .to,
.labels:not(.large) .to {
  margin-top: 1px;
}
strong + .to {
  margin-top: auto !important;
}
.labels.large li:first-child .to {
  font-size: 21px;
  font-weight: 600;
}
.note {
  display: flex;
  gap: 10px;
  margin-top: 14px;
  padding: 10px;
  background: var(--care-wash);
  color: var(--ink-9);
  font-size: 17px;
  line-height: 23px;
}
.late {
  display: flex;
  gap: 6px;
  align-items: center;
  padding-top: 4px;
  color: var(--care);
  font-size: 16px;
}
.once {
  padding-top: 4px;
  color: var(--ink-5);
  font-size: 16px;
}
.none {
  font-size: 22px;
  line-height: 30px;
}
.foot {
  display: flex;
  gap: 10px;
  margin-top: auto;
}
.key.now {
  border-color: var(--ink-9);
  background: var(--ink-9);
  color: var(--paper-0);
}
.right {
  display: flex;
  gap: 10px;
  margin-left: auto;
}
.start {
  max-width: 420px;
  overflow: hidden;
}

/* A tablet held upright: two labels beside each other, the first one across. */
@container panel (orientation: portrait) {
  .labels,
  .labels.large {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .labels.large li:first-child {
    grid-column: span 2;
  }
}

/* The smallest panels, 800 x 480: five jobs and the keys below them at once. */
@container panel (max-height: 520px) {
  .labels,
  .labels.lower {
    grid-auto-rows: 132px;
    gap: 8px;
    margin: 8px 0;
  }
  .labels.large {
    grid-template-columns: 280px repeat(2, minmax(0, 1fr));
  }
  .foot :deep(.key) {
    min-height: 44px;
    padding: 2px 10px;
    font-size: 16px;
    line-height: 19px;
  }
  li button,
  .labels.large li:first-child button {
    padding: 8px 12px 8px 36px;
  }
  .badge,
  .labels.large li:first-child .badge {
    top: 10px;
    right: 10px;
    width: 34px;
    height: 34px;
  }
  .labels.large li:first-child .badge {
    width: 60px;
    height: 60px;
  }
  strong {
    max-width: calc(100% - 36px);
    font-size: calc(21px * var(--fit));
    line-height: 24px;
  }
  .labels.large li:first-child strong {
    max-width: 160px;
    font-size: calc(30px * var(--fit));
    line-height: calc(34px * var(--fit));
  }
  .does {
    max-width: 164px;
    font-size: 16px;
    line-height: 22px;
  }
  /* What does not fit in its line ends in a mark that there is more. */
  .to {
    display: block;
    overflow: hidden;
    padding: 2px 0;
    font-size: 16px;
    line-height: 20px;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .to small {
    display: inline-block;
    margin-right: 8px;
  }
  .note {
    margin-top: 6px;
    padding: 4px 8px;
  }
}
</style>
