<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import GroupsField from '@/people/GroupsField.vue';
import PeopleField from '@/people/PeopleField.vue';
import OptionList from '@/profiles/OptionList.vue';
import EntryField from '@/contacts/EntryField.vue';
import FormField from '@/shared/FormField.vue';
import TickBox from '@/shared/TickBox.vue';
import OwnQuestions from './OwnQuestions.vue';
import type { JobDraft } from './useJob';

/** Who may use the job, and what it asks whoever stands at the device. */
defineProps<{ settings: readonly Schemas['OpenSetting'][] }>();
const form = defineModel<JobDraft>({ required: true });
const asks = computed(() => form.value.asks);

const WHO = [
  { value: 'ALL' as const, words: 'Everybody' },
  { value: 'GROUPS' as const, words: 'Only some', note: 'others do not see it' },
];
const who = computed({
  get: () => (form.value.groups.length || form.value.people.length || choosing.value ? 'GROUPS' : 'ALL'),
  set(wanted) {
    choosing.value = wanted === 'GROUPS';
    if (wanted === 'ALL') {
      form.value.groups = [];
      form.value.people = [];
    }
  },
});
const choosing = defineModel<boolean>('choosing', { default: false });

const ASKED = [
  { value: 'NO', words: 'Not asked' },
  { value: 'OPTIONAL', words: 'May be changed' },
  { value: 'REQUIRED', words: 'Must be entered' },
];
const TEXTS = [
  { key: 'fileName' as const, words: 'File name' },
  { key: 'subject' as const, words: 'Subject of mails' },
  { key: 'passcode' as const, words: 'Passcode of the PDF' },
];

const opened = (path: string) => asks.value.settings[path];
function open(setting: Schemas['OpenSetting'], on: boolean) {
  const settings = { ...asks.value.settings };
  if (on) settings[setting.path] = setting.values.map((one) => one.value);
  else delete settings[setting.path];
  asks.value.settings = settings;
}
function offer(setting: Schemas['OpenSetting'], value: unknown, on: boolean) {
  const now = opened(setting.path) ?? [];
  const wanted = setting.values
    .map((one) => one.value)
    .filter((one) => (one === value ? on : now.includes(one)));
  asks.value.settings = { ...asks.value.settings, [setting.path]: wanted };
}
</script>

<template>
  <div class="parts">
    <section>
      <OptionList v-model="who" label="Who may use it" :options="WHO" />
      <template v-if="who === 'GROUPS'">
        <GroupsField
          v-model="form.groups"
          label="Groups"
          :hint="
            form.groups.length || form.people.length
              ? undefined
              : 'Until a group or a person is chosen, everybody may use it.'
          "
        />
        <PeopleField v-model="form.people" label="People" name="people" />
      </template>
      <TickBox
        v-model="form.guests"
        words="Guests too"
        note="Without signing in, where the office lets guests scan."
      />
      <h3>When the pages are in</h3>
      <TickBox
        v-model="asks.sendAtOnce"
        words="Send without a preview"
        note="From the feeder, once required answers are given."
      />
      <TickBox
        v-model="asks.nextDocument"
        words="Offer the same job again"
        note="For one document after another."
      />
    </section>
    <section>
      <h3>Asked at the device</h3>
      <FormField v-for="one in TEXTS" :key="one.key" v-slot="f" :label="one.words" :name="one.key">
        <el-select
          :id="f.id"
          v-model="asks[one.key]"
          :aria-label="one.words"
          :aria-describedby="f.describedby"
        >
          <el-option v-for="o in ASKED" :key="o.value" :value="o.value" :label="o.words" />
        </el-select>
      </FormField>
      <TickBox v-model="asks.copies" words="Further recipients of a copy" />
      <EntryField
        v-model="asks.entry"
        label="Addresses that may be entered"
        name="entry"
        any="As the office allows"
      />
    </section>
    <section class="settings" data-field="settings">
      <FormField label="Settings that may be chosen, beside the job’s own" name="settings">
        <div class="list">
          <div v-for="setting in settings" :key="setting.path" class="setting">
            <TickBox
              :model-value="opened(setting.path) !== undefined"
              :words="setting.words"
              @update:model-value="open(setting, $event)"
            />
            <div v-if="opened(setting.path)" class="values" role="group" :aria-label="setting.words">
              <label v-for="one in setting.values" :key="String(one.value)">
                <input
                  type="checkbox"
                  :checked="opened(setting.path)?.includes(one.value)"
                  @change="offer(setting, one.value, ($event.target as HTMLInputElement).checked)"
                />
                {{ one.words }}
              </label>
            </div>
          </div>
        </div>
      </FormField>
    </section>
    <section class="own">
      <OwnQuestions v-model="asks.questions" />
    </section>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 170px 210px minmax(0, 1fr);
  gap: 14px 18px;
}
.parts > section {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
}
.parts > section + section {
  padding-left: 18px;
  border-left: 1px solid var(--rule);
}
.parts > .own {
  grid-column: 1 / -1;
  padding: 12px 0 0;
  border-top: 1px solid var(--rule);
  border-left: 0;
}
.list {
  columns: 2;
}
.setting {
  display: flex;
  flex-direction: column;
  break-inside: avoid;
}
.values {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  padding: 0 0 4px 24px;
}
.values label {
  display: flex;
  gap: 5px;
  align-items: center;
  font-size: 13px;
  line-height: 24px;
  cursor: pointer;
}
.values input {
  width: 14px;
  height: 14px;
  margin: 0;
  accent-color: var(--ink-9);
}
@media (max-width: 900px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
  .parts > section + section {
    padding-left: 0;
    border-left: 0;
  }
}
</style>
