<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import { computed, onMounted, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import type { Answers, Chosen } from './machine';
import { answersTo, captionOf } from './questions';
import type { PanelState } from './usePanel';

/** Whom a mail goes to: favourites, those of lately, all by their first letters, or an address. */
type Listed = Schemas['ListedRecipient'];
const props = defineProps<{
  panel: PanelState;
  question: Schemas['Ask'];
  answers: Answers;
  /** The job that asks. */
  job: string;
}>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const { device } = props.panel;
const path = { device };
const letters = ref('');
const book = ref<Schemas['FoundRecipients']>();
const field = ref<HTMLInputElement>();
const chosen = computed(() => answersTo(props.question, props.answers));
const isChosen = (value: string) =>
  chosen.value.some((one) => one.value.toLowerCase() === value.toLowerCase());
const isAddress = computed(() => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(letters.value.trim()));
const lists = computed(() => {
  if (!book.value) return [];
  const { favourites, recent, rows } = book.value;
  const starred = new Set(favourites.map((one) => one.recipient.value));
  const shown = [
    { key: 'favourites', title: t('recipients.favourites'), rows: favourites },
    {
      key: 'recent',
      title: t('recipients.recent'),
      rows: recent.filter((one) => !starred.has(one.recipient.value)),
    },
    { key: 'all', title: t('recipients.all'), rows },
  ];
  return shown.filter((list) => list.rows.length);
});
/** Of whom somebody here writes to: within the rules, and as they did before. */
const domains = computed(() => {
  const { favourites = [], recent = [] } = book.value ?? {};
  const known = [...favourites, ...recent].map((one) => one.recipient.value.split('@')[1] ?? '');
  return props.question.domains.length ? props.question.domains : [...new Set(known)].filter(Boolean);
});
const nobody = computed(() => book.value !== undefined && lists.value.length === 0);

/** What was asked last counts, whatever answer comes first. */
let asked = 0;
async function find() {
  props.panel.touch();
  const mine = ++asked;
  const found = await props.panel.lookUp(() =>
    ask(
      api.GET('/api/panel/{device}/recipients', {
        params: {
          path,
          query: {
            job: props.job,
            destination: props.question.destinationId ?? undefined,
            letters: letters.value,
          },
        },
      }),
    ),
  );
  if (found && mine === asked) book.value = found;
}
watchDebounced(letters, find, { debounce: 150 });
onMounted(() => {
  field.value?.focus();
  void find();
});

function toggle(one: Chosen) {
  const next = isChosen(one.value)
    ? chosen.value.filter((other) => other.value.toLowerCase() !== one.value.toLowerCase())
    : [...chosen.value, { value: one.value, name: one.name }];
  props.panel.answer(props.question, next);
}
/** An address that was entered and is in no list yet: it can be kept. */
const entered = ref('');
const keepName = ref('');
function addWritten() {
  if (!props.question.freely || !isAddress.value) return;
  const address = letters.value.trim();
  if (!isChosen(address)) toggle({ value: address, name: address });
  entered.value = address;
  keepName.value = '';
  letters.value = '';
}
async function change(doing: () => Promise<unknown>) {
  await props.panel.attempt(doing);
  await find();
}
const star = ({ recipient, favourite }: Listed) =>
  change(() =>
    ask(
      api.PUT('/api/panel/{device}/recipients/favourites', {
        params: { path },
        body: { value: recipient.value, favourite: !favourite },
      }),
    ),
  );
const forget = (value: string) =>
  change(() => ask(api.POST('/api/panel/{device}/recipients/forget', { params: { path }, body: { value } })));
const removeOwn = (value: string) =>
  change(() =>
    ask(api.POST('/api/panel/{device}/recipients/own/remove', { params: { path }, body: { value } })),
  );
async function keep() {
  const body = { name: keepName.value, email: entered.value };
  const kept = await props.panel.attempt(() =>
    ask(api.POST('/api/panel/{device}/recipients/own', { params: { path }, body })),
  );
  if (!kept) return;
  props.panel.answer(
    props.question,
    chosen.value.map((one) => (one.value === kept.value ? { value: kept.value, name: kept.name } : one)),
  );
  entered.value = '';
  await find();
}
function detailOf({ kind, value, name, company, addresses }: Schemas['BookEntry']) {
  if (kind === 'GROUP') return t('recipients.in-group', { n: addresses });
  const more =
    kind === 'OWN' ? t('recipients.own') : kind === 'DIRECTORY' ? t('recipients.in-directory') : company;
  return [value === name ? '' : value, more].filter(Boolean).join(' · ');
}
</script>

<template>
  <section class="choice-drawer" :aria-label="t('recipients.title')" @keydown.esc="emit('done')">
    <header>
      <h2>{{ question.kind === 'COPIES' ? captionOf(question, t) : t('recipients.who') }}</h2>
      <button type="button" class="key stamp" @click="emit('done')">
        {{ chosen.length ? t('recipients.done', { n: chosen.length }) : t('panel.back') }}
      </button>
    </header>
    <form @submit.prevent="addWritten">
      <input
        ref="field"
        v-model="letters"
        type="text"
        inputmode="email"
        autocomplete="off"
        maxlength="254"
        :data-domains="domains.join(',')"
        :aria-label="t(question.freely ? 'recipients.letters-or-address' : 'recipients.letters')"
        :placeholder="t(question.freely ? 'recipients.letters-or-address' : 'recipients.letters')"
      />
      <button v-if="question.freely" type="submit" class="key" :disabled="!isAddress">
        {{ t('recipients.add') }}
      </button>
    </form>
    <p v-if="question.freely && question.domains.length" class="quiet">
      {{ t('recipients.within', { domains: question.domains.join(', ') }) }}
    </p>
    <form v-if="entered && book?.mayKeep && isChosen(entered)" class="keep" @submit.prevent="keep">
      <span>{{ t('recipients.keep', { address: entered }) }}</span>
      <input
        v-model="keepName"
        type="text"
        autocomplete="off"
        maxlength="80"
        :aria-label="t('recipients.keep-name')"
        :placeholder="t('recipients.keep-name')"
        @input="panel.touch()"
      />
      <button type="submit" class="key" :disabled="!keepName.trim()">{{ t('recipients.keep-do') }}</button>
    </form>
    <ul v-if="chosen.length" class="chosen" :aria-label="t('recipients.chosen')">
      <li v-for="one in chosen" :key="one.value">
        <button
          type="button"
          class="key"
          :aria-label="t('recipients.remove', { address: one.name })"
          @click="toggle(one)"
        >
          {{ one.name }} ×
        </button>
      </li>
    </ul>
    <div class="list" tabindex="0" role="group" :aria-label="t('recipients.people')">
      <section v-for="list in lists" :key="list.key" :aria-label="list.title">
        <h3 v-if="lists.length > 1">{{ list.title }}</h3>
        <ul>
          <li v-for="one in list.rows" :key="one.recipient.value">
            <label>
              <input
                type="checkbox"
                :checked="isChosen(one.recipient.value)"
                @change="toggle(one.recipient)"
              />
              <strong>{{ one.recipient.name }}</strong>
              <span class="quiet">{{ detailOf(one.recipient) }}</span>
            </label>
            <button
              v-if="list.key === 'recent'"
              type="button"
              class="mark"
              :aria-label="t('recipients.forget', { name: one.recipient.name })"
              @click="forget(one.recipient.value)"
            >
              ×
            </button>
            <button
              v-else-if="list.key === 'all' && one.recipient.kind === 'OWN'"
              type="button"
              class="mark"
              :aria-label="t('recipients.remove-own', { name: one.recipient.name })"
              @click="removeOwn(one.recipient.value)"
            >
              ×
            </button>
            <button
              type="button"
              class="mark"
              :class="{ on: one.favourite }"
              :aria-pressed="one.favourite"
              :aria-label="
                t(one.favourite ? 'recipients.unstar' : 'recipients.star', { name: one.recipient.name })
              "
              @click="star(one)"
            >
              {{ one.favourite ? '★' : '☆' }}
            </button>
          </li>
        </ul>
      </section>
    </div>
    <p v-if="nobody" class="quiet">{{ t('recipients.no-match') }}</p>
    <p v-if="book?.directoryLate" class="quiet" role="status">{{ t('recipients.directory-late') }}</p>
    <p v-if="book?.more" class="quiet">{{ t('recipients.more') }}</p>
  </section>
</template>

<style scoped>
form {
  display: flex;
  gap: 10px;
  align-items: center;
}
form > input {
  flex: 1;
  min-width: 0;
}
.keep span {
  flex: none;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.chosen {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.chosen .key {
  min-height: 44px;
  padding: 4px 14px;
  font-size: 17px;
}
.list ul {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 18px;
}
.list li {
  display: flex;
  align-items: stretch;
  min-width: 0;
  border-bottom: 1px solid var(--rule-2);
}
h3 {
  margin: 10px 0 0;
  font-size: 16px;
  color: var(--ink-5);
}
label {
  display: grid;
  flex: 1;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 0 14px;
  align-items: center;
  min-width: 0;
  min-height: 60px;
  padding: 4px 8px;
  cursor: pointer;
}
label input {
  grid-row: span 2;
  width: 26px;
  height: 26px;
  accent-color: var(--stamp);
}
label strong {
  font-size: 19px;
}
label .quiet {
  overflow: hidden;
  font-size: 15px;
  line-height: 18px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.mark {
  width: 48px;
  min-height: 48px;
  border: 0;
  background: none;
  font-size: 26px;
  line-height: 1;
  color: var(--ink-5);
  cursor: pointer;
}
.mark.on {
  color: var(--stamp);
}
</style>
