<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask } from '@/api/client';
import FoundHere from '@/preflight/FoundHere.vue';
import AskDelete from '@/shared/AskDelete.vue';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import { useKeys } from '@/shared/keys';
import { DESTINATIONS, DEVICES, JOBS, PEOPLE } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import StateMark from '@/shared/StateMark.vue';
import TextField from '@/shared/TextField.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import AtTheDevice from './AtTheDevice.vue';
import { useInbox } from './useInbox';

const router = useRouter();
const queries = useQueryClient();
const { may } = useSession();
const { say } = useToast();
const { id, isNew, ready, query, form, dirty, save, remove, general, busy } = useInbox();
const asking = ref(false);
const view = computed(() => (isNew.value ? undefined : query.data.value));
const title = computed(() => (isNew.value ? 'Add an inbox' : (view.value?.name ?? '')));
const passwordLabel = computed(() =>
  view.value?.hasPassword ? 'Password (stored; enter to change)' : 'Password',
);

async function look() {
  await ask(api.POST('/api/inboxes/{id}/look', { params: { path: { id: id.value } } }));
  say('It is looked into now.');
  await queries.invalidateQueries({ queryKey: ['inboxes'] });
}
useKeys({
  e: () => document.querySelector<HTMLElement>('.inbox input')?.focus(),
  Escape: () => void router.push('/inboxes'),
});
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" class="inbox" @save="save">
    <TitleBar :title="title" hint="Where files arrive that a device sends by itself">
      <template v-if="!isNew" #under><FoundHere :id="id" kind="INBOX" /></template>
      <button
        v-if="view?.destinationId && may('CHANGE_SETUP')"
        type="button"
        class="button"
        :disabled="busy || dirty"
        @click="look"
      >
        Look now
      </button>
      <button type="submit" class="button" :class="{ ink: dirty || isNew }" :disabled="busy">Save</button>
    </TitleBar>
    <ErrorNote :error="general" />
    <div v-if="view?.trouble" class="trouble" role="status">
      <StateMark mark="failed" silent /> {{ view.trouble }}
      <span v-if="view.lookedAt" class="quiet small">{{ ago(view.lookedAt) }}</span>
    </div>
    <div class="columns">
      <div class="fields">
        <TextField
          v-model="form.name"
          :maxlength="60"
          label="Name, as the office calls the device"
          name="name"
        />
        <FormField label="How files arrive" name="way">
          <ChoiceRow
            v-model="form.way"
            label="How files arrive"
            :options="[
              { value: 'ACCOUNT', words: 'The device signs in here' },
              { value: 'FOLDER', words: 'Courier looks into a folder' },
            ]"
          />
        </FormField>
        <template v-if="form.way === 'ACCOUNT'">
          <TextField
            v-model="form.account"
            mono
            :maxlength="32"
            label="Account"
            name="account"
            placeholder="ticket-office"
          />
          <TextField
            v-model="form.password"
            type="password"
            :label="passwordLabel"
            name="password"
            :maxlength="200"
            hint="8 characters at least; entered once at the device."
          />
        </template>
        <template v-else>
          <FormField label="Folder of this destination" name="destinationId">
            <PickOne
              v-bind="DESTINATIONS"
              v-model="form.destinationId"
              label="Folder of this destination"
              placeholder="A network folder, SFTP, FTP or WebDAV"
            />
          </FormField>
          <p class="quiet small">
            Server, account and password are the destination’s.
            <RouterLink to="/destinations/new">Add a destination</RouterLink>
            that no job uses, if there is none.
          </p>
          <TextField
            v-model="form.folder"
            mono
            :maxlength="400"
            label="Folder below it; empty for itself"
            name="folder"
          />
        </template>
        <FormField label="Device that sends" name="deviceId">
          <PickOne
            v-bind="DEVICES"
            v-model="form.deviceId"
            label="Device that sends"
            placeholder="Known by its address, or none"
            clearable
          />
        </FormField>
        <FormField label="Job" name="jobId">
          <PickOne
            v-bind="JOBS"
            v-model="form.jobId"
            label="Job"
            placeholder="Named by the folder"
            clearable
          />
        </FormField>
        <FormField label="Person" name="personId">
          <PickOne
            v-bind="PEOPLE"
            v-model="form.personId"
            label="Person"
            placeholder="Named by the folder"
            clearable
          />
        </FormField>
        <p class="quiet small">
          What names no job or nobody waits under <RouterLink to="/unclaimed">Unclaimed</RouterLink>.
        </p>
        <p v-if="!isNew">
          <button type="button" class="link small delete" @click="asking = true">Delete this inbox</button>
        </p>
      </div>
      <div class="beside">
        <AtTheDevice :account="form.account" :folder="form.way === 'FOLDER'" />
        <section v-if="view?.left.length" aria-labelledby="left">
          <h2 id="left">Left in the folder</h2>
          <ul>
            <li v-for="file in view.left" :key="file.path">
              <span class="mono">{{ file.path }}</span> <span class="small">{{ file.why }}</span>
            </li>
          </ul>
        </section>
      </div>
    </div>
  </SetUpForm>
  <AskDelete
    v-model="asking"
    :name="form.name"
    says="Files are no longer taken from there. Scans that came stay."
    @remove="remove()"
  />
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 480px) minmax(0, 1fr);
  gap: 40px;
  margin-top: 12px;
}
.fields {
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.beside h2 {
  margin-top: 0;
}
.trouble {
  margin: 8px 0 14px;
  padding: 8px 10px;
  border-left: 3px solid var(--failed);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.delete {
  color: var(--failed);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
