<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask } from '@/api/client';
import { useOfficeSettings } from '@/settings/office';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import MarkedWords from '@/shared/MarkedWords.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import { BY, KINDS, type By } from './reports';

/** Who gets the report of a month by mail, what it is about, and what became of the last ones. */
const { may } = useSession();
const { say } = useToast();
const { query, ready, form, save, general, busy, dirty } = useOfficeSettings();
const sending = useForm();
const sent = useQuery({
  queryKey: ['reports', 'mails'],
  queryFn: () => ask(api.GET('/api/reports/mails')),
  refetchInterval: 10_000,
});
const wanted = computed(() => form.value.reports);
const emails = computed({
  get: () => wanted.value.emails.join('\n'),
  set: (typed) => (wanted.value.emails = typed ? typed.split(/[\n,;]/).map((one) => one.trimStart()) : []),
});
const has = (part: By) => wanted.value.parts.includes(part);
/** In the order in which they are offered. */
function tick(part: By, on: boolean) {
  wanted.value.parts = KINDS.filter((one) => (one === part ? on : has(one)));
}
const reached = computed(() => wanted.value.emails.some((one) => one.trim()));

async function sendNow() {
  const going = await sending.attempt(() => ask(api.POST('/api/reports/mails')));
  if (going) say(`The report of last month goes to ${count(going.recipients, 'address', 'addresses')}.`);
  await sent.refetch();
}
</script>

<template>
  <p class="small"><RouterLink to="/reports">Reports</RouterLink></p>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" @save="save()">
    <TitleBar
      title="Monthly report"
      hint="By mail on the first of the month, at 7:00, when all its days are summed up"
    >
      <button v-if="may('CHANGE_SETUP')" type="submit" class="button ink" :disabled="busy || !dirty">
        Save
      </button>
    </TitleBar>
    <ErrorNote :error="general" />
    <div class="columns">
      <section aria-labelledby="who">
        <h2 id="who">Who gets it</h2>
        <TextField
          v-model="emails"
          type="textarea"
          label="Mail addresses, one a line; empty for no mail"
          name="reports.emails"
        />
      </section>
      <section aria-labelledby="parts">
        <h2 id="parts">What it is about</h2>
        <fieldset :aria-describedby="'parts-note'">
          <legend class="hidden-text">Parts of the report</legend>
          <TickBox
            v-for="part in KINDS"
            :key="part"
            :model-value="has(part)"
            :words="`By ${BY[part].words.toLowerCase()}`"
            :note="part === 'PERSON' ? 'names of people leave Courier by mail' : undefined"
            @update:model-value="tick(part, $event)"
          />
        </fieldset>
        <p id="parts-note" class="quiet small">Each part begins on a page of its own of one PDF.</p>
      </section>
    </div>
    <div v-if="may('CHANGE_SETUP')" class="now">
      <button
        type="button"
        class="button"
        :disabled="sending.busy.value || dirty || !reached"
        @click="sendNow"
      >
        Send last month's now
      </button>
      <span v-if="dirty" class="quiet small">Save first.</span>
    </div>
    <ErrorNote :error="sending.general.value" />
    <section v-if="sent.data.value?.length" aria-labelledby="sent">
      <h2 id="sent">Sent</h2>
      <table class="table" aria-labelledby="sent">
        <thead>
          <tr>
            <th scope="col">Month</th>
            <th scope="col">To</th>
            <th scope="col">State</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in sent.data.value" :key="one.month + one.email">
            <td>{{ one.month }}</td>
            <td class="mono">{{ one.email }}</td>
            <td>
              <MarkedWords :mark="one.sentAt ? 'accepted' : one.trouble ? 'care' : 'moving'">
                {{
                  one.sentAt ? `taken by the mail server, ${when(one.sentAt)}` : one.trouble || 'being sent'
                }}
              </MarkedWords>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </SetUpForm>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 36px;
  margin-top: 14px;
}
fieldset {
  display: grid;
  gap: 4px;
  margin: 0;
  padding: 0;
  border: 0;
}
.now {
  display: flex;
  gap: 12px;
  align-items: center;
  margin: 14px 0;
}
@media (width < 700px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
