<script setup lang="ts">
import { refDebounced } from '@vueuse/core';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed, nextTick, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useKeys } from '@/shared/keys';
import { ifMatch, useOne } from '@/shared/one';
import SetUpForm from '@/shared/SetUpForm.vue';
import StateMark from '@/shared/StateMark.vue';

const router = useRouter();
const { query, isNew, open, form, save, remove, general, busy } = useOne<
  Schemas['NameView'],
  Schemas['NameForm']
>({
  path: 'names',
  one: (id) => ask(api.GET('/api/names/{id}', { params: { path: { id } } })),
  add: (body) => ask(api.POST('/api/names', { body })),
  change: (id, body, version) =>
    ask(api.PUT('/api/names/{id}', { params: { path: { id }, header: ifMatch(version) }, body })),
  remove: (id) => ask(api.DELETE('/api/names/{id}', { params: { path: { id } } })),
  blank: () => ({ name: '', template: '{date:yyyy-MM-dd} {job} {counter:4 per day}' }),
  formOf: ({ name, template }) => ({ name, template }),
});

const asked = refDebounced(
  computed(() => form.value.template),
  150,
);
const preview = useQuery({
  queryKey: computed(() => ['name-preview', asked.value]),
  queryFn: () => ask(api.POST('/api/names/preview', { body: { template: asked.value } })),
  placeholderData: keepPreviousData,
});
const faults = computed(() => preview.data.value?.faults ?? []);
const current = computed(() => asked.value === form.value.template && !preview.isPlaceholderData.value);

interface Piece {
  text: string;
  kind: 'words' | 'field' | 'fault';
  value: string;
  tone: number;
}
/** The template cut into pieces: fields with what they give, and the characters that are wrong. */
const pieces = computed<Piece[]>(() => {
  const text = form.value.template;
  if (!current.value) return [{ text, kind: 'words', value: '', tone: 0 }];
  const marks = [
    ...faults.value.map((f) => ({ start: f.start, end: f.end, kind: 'fault' as const, value: '' })),
    ...(preview.data.value?.parts ?? [])
      .filter((part) => text[part.start] === '{' && text[part.start + 1] !== '{')
      .map((part) => ({ start: part.start, end: part.end, kind: 'field' as const, value: part.value })),
  ].sort((a, b) => a.start - b.start);
  const out: Piece[] = [];
  let at = 0;
  marks.forEach((mark, i) => {
    if (mark.start > at) out.push({ text: text.slice(at, mark.start), kind: 'words', value: '', tone: 0 });
    out.push({
      text: text.slice(mark.start, mark.end) || ' ',
      kind: mark.kind,
      value: mark.value,
      tone: i % 3,
    });
    at = mark.end;
  });
  if (at < text.length) out.push({ text: text.slice(at), kind: 'words', value: '', tone: 0 });
  return out;
});

const title = computed(() => {
  if (faults.value.length)
    return faults.value.length === 1
      ? 'One thing in the template is wrong'
      : `${faults.value.length} things in the template are wrong`;
  if (preview.data.value?.mayRepeat) return 'Two scans in one minute could get the same name';
  return isNew.value ? 'New file-name template' : (open.value?.name ?? '');
});

const FIELDS = [
  { head: 'When', fields: ['{date:yyyy-MM-dd}', '{time:HHmm}', '{time:HHmmss}'] },
  { head: 'Who', fields: ['{person.name}', '{person.login}'] },
  { head: 'Where', fields: ['{device.name}', '{device.place}'] },
  { head: 'What', fields: ['{job}', '{pages}', '{kind}', '{separator}'] },
  { head: 'Count', fields: ['{counter:4 per day}', '{counter:3 per job}', '{counter:5}'] },
];
const input = ref<HTMLInputElement>();
async function put(field: string) {
  const at = input.value?.selectionStart ?? form.value.template.length;
  const text = form.value.template;
  const gap = at > 0 && !/[\s_-]$/.test(text.slice(0, at)) ? ' ' : '';
  form.value.template = text.slice(0, at) + gap + field + text.slice(at);
  await nextTick();
  input.value?.focus();
  const end = at + gap.length + field.length;
  input.value?.setSelectionRange(end, end);
}

const RULES = {
  MAIL: { name: 'Mail', words: 'not / or \\, any letters' },
  WINDOWS: { name: 'Windows share', words: 'not \\ / : * ? " < > |' },
  POSIX: { name: 'File server', words: 'not /, 255 bytes' },
} as const;
type Rules = keyof typeof RULES;
const RULE_KEYS = Object.keys(RULES) as Rules[];
const situations = computed(() => {
  const names = preview.data.value?.names ?? [];
  return [...new Set(names.map((n) => n.situation))].map((situation) => ({
    situation,
    of: (rules: Rules): Schemas['PreviewName'] | undefined =>
      names.find((n) => n.situation === situation && n.rules === rules),
  }));
});

const asking = ref(false);
useKeys({ e: () => input.value?.focus(), Escape: () => void router.push('/names') });
</script>

<template>
  <SetUpForm @save="save">
    <div class="title">
      <div>
        <h1>{{ title }}</h1>
        <p class="quiet small">Fields are in braces; all other text is used as written.</p>
      </div>
      <div class="actions">
        <button v-if="!isNew" type="button" class="link small delete" @click="asking = true">Delete</button>
        <button type="submit" class="button ink" :disabled="busy || faults.length > 0">Save</button>
      </div>
    </div>
    <ErrorNote :error="query.error.value ?? general" />
    <div class="name">
      <FormField v-slot="f" label="Name of the template" name="name">
        <el-input
          :id="f.id"
          v-model="form.name"
          maxlength="60"
          placeholder="Day and a counter"
          :aria-describedby="f.describedby"
        />
      </FormField>
    </div>
    <div class="template" :class="{ wrong: faults.length }">
      <input
        ref="input"
        v-model="form.template"
        class="mono"
        aria-label="Template"
        aria-describedby="template-notes"
        :aria-invalid="faults.length > 0"
        maxlength="200"
        spellcheck="false"
        autocomplete="off"
      />
      <p class="pieces" aria-hidden="true">
        <span v-for="(piece, i) in pieces" :key="i" :class="[piece.kind, 'tone-' + piece.tone]">
          <span class="mono">{{ piece.text }}</span>
          <span class="value">{{ piece.kind === 'field' ? piece.value : '' }}</span>
        </span>
        <span class="words"><span class="mono quiet">.pdf</span></span>
      </p>
    </div>
    <div id="template-notes" class="notes" aria-live="polite">
      <p v-for="fault in faults" :key="fault.code + fault.start">
        <StateMark mark="failed" silent />
        <strong>{{ fault.sentence }}</strong> <code>{{ form.template.slice(fault.start, fault.end) }}</code>
        {{ fault.remedy }}
      </p>
      <p v-if="!faults.length && preview.data.value?.mayRepeat">
        <StateMark mark="care" silent />
        <strong>Two scans within one minute get the same name.</strong> Add a counter.
        <button type="button" class="button" @click="put('{counter:4 per day}')">Add a counter</button>
      </p>
    </div>
    <section class="fields" aria-labelledby="fields">
      <h3 id="fields">Fields to put in <span class="quiet small">at the cursor</span></h3>
      <div class="groups">
        <div v-for="group in FIELDS" :key="group.head">
          <p class="caption">{{ group.head }}</p>
          <button v-for="field in group.fields" :key="field" type="button" class="mono" @click="put(field)">
            {{ field }}
          </button>
        </div>
      </div>
    </section>
    <section v-if="situations.length" class="live" aria-labelledby="live">
      <table class="table">
        <thead>
          <tr>
            <th id="live" scope="col"><h2>Live names</h2></th>
            <th v-for="(rule, key) in RULES" :key="key" scope="col">
              <strong>{{ rule.name }}</strong> {{ rule.words }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in situations" :key="row.situation">
            <td>
              <h3>{{ row.situation }}</h3>
            </td>
            <td v-for="key in RULE_KEYS" :key="key">
              <span class="mono">{{ row.of(key)?.name }}</span>
              <span class="caption changes">{{ row.of(key)?.changes.join(', ') || 'as it is' }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </SetUpForm>
  <AskDelete
    v-model="asking"
    :name="form.name"
    says="Jobs that use it keep it from being deleted; Courier names them."
    @remove="remove()"
  />
</template>

<style scoped>
.title {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding-bottom: 10px;
  border-bottom: 2px solid var(--ink-9);
}
.title .actions {
  gap: 18px;
}
.delete {
  color: var(--failed);
}
.name {
  max-width: 340px;
  margin: 10px 0;
}
.template {
  padding: 12px 14px 8px;
  border: 2px solid var(--ink-9);
  border-radius: 2px;
}
.template:focus-within {
  border-color: var(--stamp);
}
.template.wrong {
  border-color: var(--failed);
}
.template input {
  width: 100%;
  border: 0;
  border-bottom: 1px dotted var(--rule-2);
  outline: none;
  background: none;
  padding: 0 0 6px;
  font-size: 19px;
  line-height: 28px;
}
.pieces {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 2px;
  padding-top: 10px;
}
.pieces > span {
  display: flex;
  flex-direction: column;
  min-height: 42px;
}
.pieces .mono {
  white-space: pre;
}
.field .mono {
  padding: 1px 2px;
  border-bottom: 3px solid var(--tone);
  background: var(--tone-wash);
}
.tone-0 {
  --tone: var(--file-b);
  --tone-wash: var(--file-b-wash);
}
.tone-1 {
  --tone: var(--file-a);
  --tone-wash: var(--file-a-wash);
}
.tone-2 {
  --tone: var(--file-c);
  --tone-wash: var(--file-c-wash);
}
.fault .mono {
  border-bottom: 3px solid var(--failed);
  background: var(--failed-wash);
}
.value {
  color: var(--ink-5);
  font-size: 12px;
}
.notes {
  min-height: 12px;
  padding: 6px 0;
}
.notes p {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 5px 0;
}
.groups {
  display: grid;
  grid-template-columns: repeat(5, auto);
  gap: 20px;
  padding: 6px 0 14px;
}
.groups button {
  display: block;
  min-height: 24px;
  padding: 2px 0;
  border: 0;
  background: none;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-color: var(--rule-2);
  cursor: pointer;
}
.live {
  border-top: 2px solid var(--ink-9);
}
.live th {
  vertical-align: bottom;
}
.live th strong {
  display: block;
  color: var(--ink-9);
  font-size: 14px;
}
.changes {
  display: block;
}
</style>
