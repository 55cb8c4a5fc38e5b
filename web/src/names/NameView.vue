<script setup lang="ts">
import { refDebounced } from '@vueuse/core';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import FoundHere from '@/preflight/FoundHere.vue';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useKeys } from '@/shared/keys';
import { ifMatch, useOne } from '@/shared/one';
import SetUpForm from '@/shared/SetUpForm.vue';
import StateMark from '@/shared/StateMark.vue';
import UsedBy from '@/shared/UsedBy.vue';
import TemplateInput from './TemplateInput.vue';

const router = useRouter();
const { query, isNew, ready, open, form, save, remove, general, busy } = useOne<
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
/** Jobs that have the kept template say which destinations get its names. */
const kept = computed(() => open.value?.id ?? null);
const preview = useQuery({
  queryKey: computed(() => ['name-preview', kept.value, asked.value]),
  queryFn: () => ask(api.POST('/api/names/preview', { body: { id: kept.value, template: asked.value } })),
  placeholderData: keepPreviousData,
});
const faults = computed(() => preview.data.value?.faults ?? []);
const current = computed(() => asked.value === form.value.template && !preview.isPlaceholderData.value);

const title = computed(() => {
  if (faults.value.length)
    return faults.value.length === 1
      ? 'One thing in the template is wrong'
      : `${faults.value.length} things in the template are wrong`;
  if (likely.value) return 'Two scans will get the same name';
  return isNew.value ? 'New file-name template' : (open.value?.name ?? '');
});

const columns = computed(() => preview.data.value?.columns ?? []);
const likely = computed(() => columns.value.find((column) => column.likely));
const someOf = (names: string[]) =>
  names.length > 3 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(', ');
const editor = ref<InstanceType<typeof TemplateInput>>();
const RULES = {
  MAIL: { name: 'Mail', words: 'not / or \\, any letters' },
  WINDOWS: { name: 'Windows share', words: 'not \\ / : * ? " < > |' },
  POSIX: { name: 'File server', words: 'not /, 255 bytes' },
  FTP: { name: 'FTP server', words: 'not /, no ~ at the beginning' },
} as const;

const asking = ref(false);
useKeys({ e: () => editor.value?.focus(), Escape: () => void router.push('/names') });
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" @save="save">
    <div class="title">
      <div>
        <h1>{{ title }}</h1>
        <p class="quiet small">Fields are in braces; all other text is used as written.</p>
        <UsedBy v-if="open" :of="open" kind="NAME" />
        <FoundHere v-if="open" :id="open.id" kind="NAME" />
      </div>
      <div class="actions">
        <button v-if="!isNew" type="button" class="link small delete" @click="asking = true">Delete</button>
        <button type="submit" class="button ink" :disabled="busy || faults.length > 0">Save</button>
      </div>
    </div>
    <ErrorNote :error="general" />
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
    <TemplateInput
      ref="editor"
      v-model="form.template"
      :parts="preview.data.value?.parts ?? []"
      :faults="faults"
      :current="current"
      describedby="template-notes"
    >
      <div id="template-notes" class="notes" aria-live="polite">
        <p v-for="fault in faults" :key="fault.code + fault.start">
          <StateMark mark="failed" silent />
          <strong>{{ fault.sentence }}</strong> <code>{{ form.template.slice(fault.start, fault.end) }}</code>
          {{ fault.remedy }}
        </p>
        <p v-if="likely">
          <StateMark mark="care" silent /> {{ likely.verdict }}
          <button type="button" class="button" @click="editor?.put('{counter:4}')">Add a counter</button>
        </p>
      </div>
    </TemplateInput>
    <section v-if="columns.length" class="live" aria-labelledby="live">
      <table class="table">
        <thead>
          <tr>
            <th id="live" scope="col"><h2>Live names</h2></th>
            <th v-for="column in columns" :key="column.rules" scope="col">
              <strong>{{ someOf(column.destinations) || RULES[column.rules].name }}</strong>
              {{ RULES[column.rules].words }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td><h3>The same name twice?</h3></td>
            <td v-for="column in columns" :key="column.rules">
              <StateMark :mark="column.unique ? 'accepted' : column.likely ? 'care' : 'waiting'" silent />
              {{ column.verdict }} {{ column.consequences.join(' ') }}
            </td>
          </tr>
          <tr v-for="row in preview.data.value?.situations" :key="row.situation">
            <td>
              <h3>{{ row.situation }}</h3>
            </td>
            <td v-for="(name, i) in row.names" :key="columns[i]?.rules">
              <span class="mono">{{ name.name }}</span>
              <span class="caption changes">{{ name.changes.join(', ') || 'as it is' }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </SetUpForm>
  <AskDelete
    v-model="asking"
    :name="form.name"
    :of="open && { kind: 'NAME', id: open.id }"
    @remove="remove()"
  />
</template>

<style scoped>
.title {
  display: flex;
  align-items: flex-start;
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
.live table {
  table-layout: fixed;
}
.live th {
  white-space: normal;
}
.live th:first-child {
  width: 150px;
}
.changes {
  display: block;
}
</style>
