<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import { useOfficeSettings } from '@/settings/office';
import ErrorNote from '@/shared/ErrorNote.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import TitleBar from '@/shared/TitleBar.vue';
import BookLinks from './BookLinks.vue';
import EntryField from './EntryField.vue';

/** Whom people may send mail to from a device. */
const { may } = useSession();
const { query, ready, form, save, general, busy, dirty } = useOfficeSettings();
const rules = computed(() => form.value.recipientRules);
const groups = useQuery({
  queryKey: ['people', 'groups'],
  queryFn: () => ask(api.GET('/api/people/groups')),
});
const free = computed(() => (groups.data.value ?? []).filter((group) => !(group in rules.value.groups)));
const adding = ref('');
function add(group: string) {
  rules.value.groups = { ...rules.value.groups, [group]: { mode: 'ANY', domains: [] } };
  adding.value = '';
}
function drop(group: string) {
  rules.value.groups = Object.fromEntries(
    Object.entries(rules.value.groups).filter(([name]) => name !== group),
  );
}
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" @save="save()">
    <TitleBar title="Rules for recipients" hint="Whom people may send mail to from a device">
      <template #under><BookLinks /></template>
      <button v-if="may('CHANGE_SETUP')" type="submit" class="button ink" :disabled="busy || !dirty">
        Save
      </button>
    </TitleBar>
    <ErrorNote :error="general" />
    <div class="parts">
      <section aria-labelledby="entry">
        <h2 id="entry">Addresses that are in no list</h2>
        <EntryField v-model="rules.entry" label="Everybody may enter" name="entry" />
        <p class="quiet small">
          Contacts, groups and the people of the office can always be chosen. A job or a destination may allow
          less, never more. A domain includes all below it.
        </p>
        <TextField
          v-model="rules.most"
          short
          label="Recipients of a mail, at most"
          name="most"
          hint="Copies count, and so does everybody in a group."
        />
        <TickBox
          v-model="rules.ownContacts"
          words="People keep contacts of their own at devices"
          note="Only with addresses that they may enter; nobody else finds them."
        />
      </section>
      <section aria-labelledby="groups" data-field="groups">
        <h2 id="groups">Groups of people with another rule</h2>
        <p class="quiet small">
          For their members it holds instead. Who is in several may enter what any of them allows.
        </p>
        <div v-for="(rule, group) in rules.groups" :key="group" class="group">
          <EntryField
            :model-value="rule"
            :label="String(group)"
            name="groups"
            @update:model-value="rules.groups[group] = $event"
          />
          <button type="button" class="link small" @click="drop(String(group))">Remove</button>
        </div>
        <el-select
          v-if="free.length"
          :model-value="adding"
          placeholder="Add a group"
          aria-label="Add a group"
          @update:model-value="add"
        >
          <el-option v-for="group in free" :key="group" :value="group" :label="group" />
        </el-select>
        <p v-else-if="!Object.keys(rules.groups).length" class="caption">
          No person is in a group yet. Groups are set for <RouterLink to="/people">people</RouterLink>.
        </p>
      </section>
    </div>
  </SetUpForm>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 34px;
  margin-top: 12px;
}
section {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.group {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: end;
}
@media (max-width: 1000px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
