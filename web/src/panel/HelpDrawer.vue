<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { clock, whereIs } from '@/shared/format';
import { language, LANGUAGES, useWords } from '@/shared/words';
import type { PanelState } from './usePanel';

/** Help at the panel: who is called, what is said, what they may see, and what one tells by telephone. */
const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const {
  helpPage: page,
  helpCall: call,
  helpIsOpen: isOpen,
  showing,
  showingPages,
  mayShow,
  busy,
  problem,
} = props.panel;
const text = ref('');
const talk = ref<HTMLElement>();
const field = ref<HTMLInputElement>();
onMounted(() => field.value?.focus());
const said = computed(() => call.value?.words.filter((words) => words.text) ?? []);
const facts = computed(() =>
  page.value
    ? [
        [t('help.device'), whereIs(page.value.place, page.value.device)],
        [t('help.model'), page.value.model],
        [t('help.address'), page.value.address],
        [t('help.state'), page.value.condition],
        [t('panel.language'), LANGUAGES[language()]],
        [t('help.version'), page.value.version || t('help.unreleased')],
      ]
    : [],
);
watch(
  () => said.value.length,
  () => void nextTick(() => talk.value?.lastElementChild?.scrollIntoView?.({ block: 'nearest' })),
);

async function send() {
  const done = isOpen.value
    ? await props.panel.replyToHelp(text.value)
    : await props.panel.callHelp(text.value);
  if (done) text.value = '';
}
</script>

<template>
  <section class="choice-drawer" :aria-label="t('help.title')" @keydown.esc="panel.closeHelp()">
    <header>
      <h2>{{ t('help.title') }}</h2>
      <button type="button" class="key" @click="panel.closeHelp()">{{ t('panel.back') }}</button>
    </header>
    <p v-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
    <div class="both">
      <div class="call">
        <p v-if="!call">
          {{ t('help.call-hint') }}
          <template v-if="page?.phone">{{ t('help.phone', { phone: page.phone }) }}</template>
        </p>
        <template v-else>
          <p role="status" class="state">
            <template v-if="call.state === 'WAITING'">{{
              t('help.called', { time: clock(call.calledAt) })
            }}</template>
            <template v-else-if="call.state === 'ANSWERED'">{{
              t('help.answered', { who: call.answeredBy })
            }}</template>
            <template v-else>{{ t('help.ended') }}</template>
          </p>
          <ol v-if="said.length" ref="talk" class="talk" aria-live="polite">
            <li v-for="words in said" :key="words.at" :class="{ desk: words.fromDesk }">
              <span class="quiet">{{ words.fromDesk ? call.answeredBy : t('help.you') }}</span>
              {{ words.text }}
            </li>
          </ol>
        </template>
        <form @submit.prevent="send">
          <input
            v-if="!call || isOpen"
            ref="field"
            v-model="text"
            autocomplete="off"
            maxlength="300"
            :aria-label="t(call ? 'help.reply' : 'help.wish')"
            :placeholder="t(call ? 'help.reply' : 'help.wish')"
            @input="panel.touch()"
          />
          <button v-if="!call" type="submit" class="key stamp" :disabled="busy">{{ t('help.call') }}</button>
          <button v-else-if="isOpen" type="submit" class="key" :disabled="busy || !text.trim()">
            {{ t('help.send') }}
          </button>
          <button v-else type="submit" class="key" :disabled="busy">{{ t('help.again') }}</button>
        </form>
        <div v-if="isOpen" class="keys">
          <template v-if="mayShow">
            <button v-if="showing" type="button" class="key" @click="panel.stopShowing()">
              {{ t('help.stop') }}
            </button>
            <button v-else type="button" class="key" @click="panel.show(false)">{{ t('help.share') }}</button>
            <button
              v-if="showing && !showingPages && panel.at('scan')"
              type="button"
              class="key"
              @click="panel.show(true)"
            >
              {{ t('help.share-pages') }}
            </button>
          </template>
          <button type="button" class="key" :disabled="busy" @click="panel.endHelp()">
            {{ t('help.not-needed') }}
          </button>
        </div>
        <p v-if="isOpen && mayShow" class="quiet">
          {{ t(!showing ? 'help.share-hint' : showingPages ? 'help.sharing-pages' : 'help.sharing') }}
        </p>
      </div>
      <dl>
        <template v-for="[name, value] in facts" :key="name">
          <dt class="quiet">{{ name }}</dt>
          <dd>{{ value }}</dd>
        </template>
      </dl>
    </div>
  </section>
</template>

<style scoped>
.both {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 28px;
  min-height: 0;
  padding: 5px;
  overflow-y: auto;
}
.call {
  display: flex;
  flex-direction: column;
  gap: 14px;
  min-height: 0;
}
form {
  display: flex;
  gap: 10px;
}
input {
  flex: 1;
  min-width: 0;
}
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.state {
  font-weight: 600;
}
.talk {
  display: grid;
  flex: 0 1 auto;
  gap: 8px;
  min-height: 0;
  margin: 0;
  padding: 0;
  list-style: none;
  overflow-y: auto;
}
.talk li {
  padding: 8px 12px;
  border: 1px solid var(--rule);
  background: var(--paper-0);
  overflow-wrap: anywhere;
}
.talk .desk {
  border-color: var(--ink-9);
  font-size: 21px;
  line-height: 27px;
}
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 8px 16px;
  align-content: start;
  margin: 0;
  padding-left: 20px;
  border-left: 1px solid var(--rule);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.wrong {
  color: var(--failed);
}
@container panel (max-width: 900px) {
  form {
    flex-wrap: wrap;
  }
  input {
    flex-basis: 100%;
  }
}
@container panel (max-width: 760px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
  dl {
    padding: 12px 0 0;
    border-top: 1px solid var(--rule);
    border-left: 0;
  }
}
</style>
