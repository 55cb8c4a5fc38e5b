<script setup lang="ts">
import { computed } from 'vue';
import { useWords } from '@/shared/words';
import type { Answers, Ask } from './machine';
import { answersTo, answerTo, captionOf, hasKeys, isMany, isMissing, keyOf, wordsOf } from './questions';
import type { PanelState } from './usePanel';

/** All that a job asks, each with its answer; what is not as the job says stands out. */
const props = defineProps<{ panel: PanelState; asks: Ask[]; answers: Answers }>();
const emit = defineEmits<{ open: [asked: Ask] }>();
const { t } = useWords();
const rows = computed(() =>
  props.asks.map((asked) => ({
    asked,
    key: keyOf(asked),
    caption: captionOf(asked, t),
    chosen: isMany(asked)
      ? answersTo(asked, props.answers).map((one) => one.value)
      : [answerTo(asked, props.answers)],
    given: isMany(asked)
      ? answersTo(asked, props.answers).length > 0
      : answerTo(asked, props.answers) !== asked.usual,
    missing: isMissing(asked, props.answers),
  })),
);

/** A key pressed again takes the answer back, where there may be none; of several it is one more or less. */
function press({ asked, chosen }: (typeof rows.value)[number], value: string, name: string) {
  if (isMany(asked)) {
    const given = answersTo(asked, props.answers);
    const others = given.filter((one) => one.value !== value);
    props.panel.answer(asked, others.length < given.length ? others : [...given, { value, name }]);
    return;
  }
  const again = chosen.includes(value) && !asked.required && asked.kind !== 'SETTING';
  props.panel.answer(asked, again ? '' : value);
}
</script>

<template>
  <ul class="rows">
    <li v-for="row in rows" :key="row.key" :class="{ missing: row.missing }">
      <span :id="row.key" class="what">{{ row.caption }}</span>
      <div v-if="hasKeys(row.asked)" class="keys" role="group" :aria-labelledby="row.key">
        <button
          v-for="one in row.asked.options.options"
          :key="one.value"
          type="button"
          class="key"
          :aria-pressed="row.chosen.includes(one.value)"
          @click="press(row, one.value, one.words)"
        >
          {{ one.words }}
        </button>
      </div>
      <button
        v-else
        type="button"
        class="key answer"
        :class="{ given: row.given }"
        @click="emit('open', row.asked)"
      >
        <span class="hidden">{{ row.caption }}: </span>{{ wordsOf(row.asked, answers, t) }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
.rows {
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  margin: 0;
  padding: 0;
  list-style: none;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 14px;
  align-items: center;
  padding: 4px 0;
}
.what {
  font-weight: 600;
}
.missing .what::after {
  content: ' *';
  color: var(--stamp);
}
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.rows .key {
  display: block;
  min-height: 54px;
  padding: 6px 18px;
  font-size: 18px;
}
.rows .key::first-letter {
  text-transform: uppercase;
}
.rows .answer {
  font-weight: 500;
  text-align: left;
}
.rows .answer.given,
.keys [aria-pressed='true'] {
  background: var(--ink-9);
  color: var(--paper-0);
}
.missing .answer {
  border-color: var(--stamp);
  border-width: 3px;
}
.hidden {
  position: absolute;
  overflow: hidden;
  width: 1px;
  height: 1px;
  clip-path: inset(50%);
}
@container panel (max-height: 520px) {
  .rows .key {
    min-height: 46px;
  }
}
</style>
