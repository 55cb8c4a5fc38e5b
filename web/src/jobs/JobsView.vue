<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { isAtTheDevice, isFolder, isMail, kindWords, needsMailServer } from '@/destinations/kinds';
import ListTools from '@/shared/ListTools.vue';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import AreaLayout from '@/shared/AreaLayout.vue';
import { useArea } from '@/shared/area';
import { ifMatch } from '@/shared/one';
import { count } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import { ICON_NAMES, ICONS } from '@/shared/icons';
import JobStamp from '@/shared/JobStamp.vue';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import KindsOfPaper from './KindsOfPaper.vue';

type View = Schemas['JobView'];
type Form = Schemas['JobForm'] & { askFolder: boolean };
const profiles = useQuery({ queryKey: ['profiles'], queryFn: () => ask(api.GET('/api/profiles')) });
const names = useQuery({ queryKey: ['names'], queryFn: () => ask(api.GET('/api/names')) });
const MOST = 30;
const wantedWords = ref('');
const wanted = refDebounced(wantedWords, 150);
const destinations = useQuery({
  queryKey: computed(() => ['destinations', 'pick', wanted.value]),
  queryFn: () =>
    ask(api.GET('/api/destinations', { params: { query: { find: wanted.value.trim(), count: MOST } } })),
  placeholderData: keepPreviousData,
});
const { list, loading, error, openId, isNew, open, form, save, remove, go, general, busy } = useArea<
  Schemas['JobRow'],
  View,
  Form
>({
  path: 'jobs',
  list: (query, signal) => ask(api.GET('/api/jobs', { params: { query }, signal })),
  one: (id) => ask(api.GET('/api/jobs/{id}', { params: { path: { id } } })),
  add: (body) => ask(api.POST('/api/jobs', { body })),
  change: (id, body, version) =>
    ask(api.PUT('/api/jobs/{id}', { params: { path: { id }, header: ifMatch(version) }, body })),
  remove: (id) => ask(api.DELETE('/api/jobs/{id}', { params: { path: { id } } })),
  blank: () => ({
    name: '',
    icon: 'letter',
    profileId: '',
    templateId: '',
    destinationIds: [],
    subject: '{job}, {pages} pages',
    body: 'Scanned by {person.name} on {device.name}.\n',
    kinds: {},
    whenTooLarge: 'REFUSE',
    notifyWhen: 'NEVER',
    askFolder: false,
  }),
  formOf: (v) => ({
    name: v.name,
    icon: v.icon,
    profileId: v.profileId,
    templateId: v.templateId,
    destinationIds: v.destinations.map((d) => d.id),
    subject: v.subject,
    body: v.body,
    kinds: { ...v.kinds },
    whenTooLarge: v.whenTooLarge,
    notifyWhen: v.notifyWhen,
    askFolder: v.askFolder,
  }),
});
/** With one of a kind there is nothing to choose. */
const profileId = computed({
  get: () => form.value.profileId || profiles.data.value?.[0]?.id || '',
  set: (id) => (form.value.profileId = id),
});
const templateId = computed({
  get: () => form.value.templateId || names.data.value?.[0]?.id || '',
  set: (id) => (form.value.templateId = id),
});
const missing = computed(() => {
  if (profiles.data.value?.length === 0)
    return { words: 'A job needs a scan profile first.', to: '/profiles/new' };
  if (names.data.value?.length === 0)
    return { words: 'A job needs a file-name template first.', to: '/names/new' };
  if (destinations.data.value?.total === 0)
    return { words: 'A job needs a destination first.', to: '/destinations/new' };
  return undefined;
});
type Target = Pick<Schemas['DestinationRow'], 'id' | 'name' | 'kind' | 'routeName' | 'isFolder'>;
const found = computed<Target[]>(() => destinations.data.value?.rows ?? []);
/** What is ticked stays, whatever is looked for afterwards. */
const ticked = ref<Target[]>([]);
watch(
  [() => form.value.destinationIds, () => open.value?.destinations, found],
  ([ids, kept = [], rows]) => {
    const known = [
      ...rows,
      ...ticked.value,
      ...kept.map((d) => ({ ...d, isFolder: isFolder(d.kind) || isAtTheDevice(d.kind) })),
    ];
    ticked.value = ids.flatMap((id) => known.find((d) => d.id === id) ?? []);
  },
  { immediate: true },
);
const targets = computed(() => [
  ...ticked.value.filter((d) => !found.value.some((row) => row.id === d.id)),
  ...found.value,
]);
const moreTargets = computed(() => Math.max(0, (destinations.data.value?.fitting ?? 0) - MOST));
const byMail = computed(() => ticked.value.some((d) => isMail(d.kind)));
const TOO_LARGE: { value: View['whenTooLarge']; words: string }[] = [
  { value: 'REFUSE', words: 'Stop, with advice' },
  { value: 'SMALLER', words: 'Reduce the size with the least loss' },
  { value: 'SEVERAL', words: 'Send its files in several mails' },
  { value: 'LINK', words: 'Send a download link instead' },
];
const NOTIFY: { value: View['notifyWhen']; words: string }[] = [
  { value: 'NEVER', words: 'Never' },
  { value: 'ON_FAILURE', words: 'When it does not arrive' },
  { value: 'ALWAYS', words: 'When it arrives, and when it does not' },
];
async function saveIt() {
  // What was fetched before one was added is asked for again.
  if (!profileId.value) await profiles.refetch();
  if (!templateId.value) await names.refetch();
  form.value.profileId = profileId.value;
  form.value.templateId = templateId.value;
  await save();
}
</script>

<template>
  <AreaLayout
    :title="list.total.value ? count(list.total.value, 'one-touch job') : 'One-touch jobs'"
    hint="Profile, name and destination under one button"
    new-words="New job"
    new-path="/jobs/new"
    empty="A one-touch job is a button on a device: it scans by a profile, names the file and sends it where it belongs."
    :loading="loading"
    :error="error"
    :has-rows="list.total.value > 0"
    :opened="isNew || open !== undefined"
    :editor-title="isNew ? 'New job' : (open?.name ?? '')"
    :can-delete="!isNew"
    :delete-name="open?.name ?? ''"
    :busy="busy"
    :general="general"
    @save="saveIt"
    @remove="remove"
    @close="go('')"
  >
    <template #list>
      <ListTools :list="list" label="Name, profile or destination" />
      <table class="table">
        <thead>
          <tr>
            <SortHead :list="list" column="name">Job</SortHead>
            <SortHead :list="list" column="scans">Scans</SortHead>
            <th scope="col">Goes to</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in list.rows.value"
            :key="row.id"
            :class="{ open: row.id === openId }"
            @click="go(row.id)"
          >
            <td>
              <div class="named">
                <JobStamp :icon="row.icon" :size="28" :chosen="row.id === openId" />
                <RouterLink :to="`/jobs/${row.id}`">{{ row.name }}</RouterLink>
              </div>
            </td>
            <td class="small">{{ row.profileSentence }}</td>
            <td class="small">{{ row.destinations.map((d) => d.label).join(', ') }}</td>
          </tr>
        </tbody>
      </table>
      <ShowMore :list="list" />
    </template>
    <template #editor>
      <p v-if="missing" class="sheet small">
        {{ missing.words }} <RouterLink :to="missing.to">Make one</RouterLink>
      </p>
      <TextField v-model="form.name" :maxlength="40" label="Name on the button" name="name" />
      <FormField label="Stamp" name="icon">
        <div class="stamps" role="radiogroup" aria-label="Stamp">
          <label v-for="icon in ICON_NAMES" :key="icon" :title="ICONS[icon].words">
            <input
              v-model="form.icon"
              type="radio"
              name="icon"
              :value="icon"
              :aria-label="ICONS[icon].words"
            />
            <JobStamp :icon="icon" :size="34" :chosen="form.icon === icon" />
          </label>
        </div>
      </FormField>
      <FormField v-slot="f" label="Scan profile" name="profileId">
        <el-select :id="f.id" v-model="profileId" aria-label="Scan profile">
          <el-option v-for="p in profiles.data.value ?? []" :key="p.id" :value="p.id" :label="p.name" />
        </el-select>
      </FormField>
      <FormField
        v-slot="f"
        label="File name"
        name="templateId"
        :hint="names.data.value?.find((n) => n.id === templateId)?.example"
      >
        <el-select :id="f.id" v-model="templateId" aria-label="File name" :aria-describedby="f.describedby">
          <el-option v-for="n in names.data.value ?? []" :key="n.id" :value="n.id" :label="n.name" />
        </el-select>
      </FormField>
      <FormField label="Goes to" name="destinationIds">
        <el-input
          v-if="(destinations.data.value?.total ?? 0) > MOST"
          v-model="wantedWords"
          type="search"
          clearable
          placeholder="Find a destination"
          aria-label="Find a destination"
        />
        <el-checkbox-group v-model="form.destinationIds" class="destinations" aria-label="Destinations">
          <el-checkbox v-for="d in targets" :key="d.id" :value="d.id">
            {{ d.name }}
            <span class="quiet small">{{
              needsMailServer(d.kind) ? `through ${d.routeName}` : kindWords(d.kind)
            }}</span>
          </el-checkbox>
        </el-checkbox-group>
        <p v-if="moreTargets" class="caption">{{ moreTargets }} more: type a part of the name.</p>
        <KindsOfPaper v-if="ticked.length > 1" v-model="form.kinds" :destinations="ticked" />
      </FormField>
      <TickBox
        v-if="ticked.some((d) => d.isFolder)"
        v-model="form.askFolder"
        words="Ask for a folder at the device"
        note="Below the destination’s folder; not available if that contains fields such as the date."
      />
      <TextField
        v-model="form.subject"
        label="Subject of the mail"
        name="subject"
        hint="Fields as in file names: {job}, {pages}, {person.name}, {date:yyyy-MM-dd} ..."
      />
      <FormField v-slot="f" label="Text of the mail" name="body">
        <el-input
          :id="f.id"
          v-model="form.body"
          type="textarea"
          :rows="3"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <FormField v-if="byMail" v-slot="f" label="If it is too large as mail" name="whenTooLarge">
        <el-select :id="f.id" v-model="form.whenTooLarge" aria-label="If it is too large as mail">
          <el-option v-for="o in TOO_LARGE" :key="o.value" :value="o.value" :label="o.words" />
        </el-select>
      </FormField>
      <FormField v-slot="f" label="Notify the person who scanned, by mail and at the panel" name="notifyWhen">
        <el-select
          :id="f.id"
          v-model="form.notifyWhen"
          aria-label="Notify the person who scanned, by mail and at the panel"
        >
          <el-option v-for="o in NOTIFY" :key="o.value" :value="o.value" :label="o.words" />
        </el-select>
      </FormField>
    </template>
    <template #actions>
      <RouterLink v-if="open" class="button" :to="`/jobs/${openId}/rehearse`">Rehearse</RouterLink>
      <RouterLink v-if="open" class="link small" to="/panels">Put it on panels</RouterLink>
    </template>
  </AreaLayout>
</template>

<style scoped>
.named {
  display: flex;
  gap: 10px;
  align-items: center;
}
.stamps {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.stamps label {
  position: relative;
  cursor: pointer;
}
.stamps input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.stamps label:focus-within {
  outline: 2px solid var(--stamp);
  outline-offset: 2px;
}
.destinations {
  display: flex;
  flex-direction: column;
  gap: 4px;
}
</style>
