<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, watch } from 'vue';
import { useRoute } from 'vue-router';
import ExportSums from './ExportSums.vue';
import FileIntakeFields from './FileIntakeFields.vue';
import MailIntakeFields from './MailIntakeFields.vue';
import MoveSetUp from './MoveSetUp.vue';
import SnmpFields from './SnmpFields.vue';
import SupportFile from './SupportFile.vue';
import TextWithFields from '@/names/TextWithFields.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import LanguageField from '@/shared/LanguageField.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import TextField from '@/shared/TextField.vue';
import { useOfficeSettings } from './office';

const ADDRESS_EXAMPLE = 'https://scans.office.example';
const queries = useQueryClient();
const { query, ready, form, save, general, busy } = useOfficeSettings();
const kept = computed(() => query.data.value?.kept ?? []);
const route = useRoute();
/* A link may lead to one part; it stands there when the settings do. */
watch(ready, () => route.hash && document.getElementById(route.hash.slice(1))?.scrollIntoView(), {
  immediate: true,
  flush: 'post',
});

async function saveIt() {
  if (await save()) void queries.invalidateQueries({ queryKey: ['session'] });
}
</script>

<template>
  <h1>Settings</h1>
  <ErrorNote :error="query.error.value ?? general" />
  <SetUpForm v-if="ready" @save="saveIt">
    <section aria-labelledby="office">
      <h2 id="office">The office</h2>
      <TextField v-model="form.office" :maxlength="60" label="Name, shown at panels" name="office" />
      <TextField
        v-model="form.address"
        mono
        :placeholder="ADDRESS_EXAMPLE"
        label="Public address of Courier"
        name="address"
        hint="Used in mails that link to Courier, for example download links."
      />
      <TextWithFields
        v-model="form.signature"
        label="Signature of every mail"
        name="signature"
        use="BODY"
        :rows="4"
        hint="Fields as in file names: {device.name}, {device.place}, {person.name}"
      />
      <LanguageField
        v-model="form.language"
        office
        label="Language of panels and mails"
        hint="For people and devices that have none of their own. The desk is in English."
      />
    </section>
    <section aria-labelledby="help">
      <h2 id="help">Help desk</h2>
      <TextField
        v-model="form.helpDesk.phone"
        :maxlength="60"
        label="Phone number, shown at panels; empty for none"
        name="helpDesk.phone"
      />
      <TextField
        v-model="form.helpDesk.email"
        :maxlength="254"
        label="Mail address for calls from panels; empty for none"
        name="helpDesk.email"
        hint="Calls also appear on Today and under Calls for help."
      />
    </section>
    <section aria-labelledby="intake">
      <h2 id="intake">Scans by mail</h2>
      <MailIntakeFields
        v-model="form.mailIntake"
        v-model:password="form.secrets.INTAKE_PASSWORD"
        :keeps-password="kept.includes('INTAKE_PASSWORD')"
      />
    </section>
    <section aria-labelledby="files">
      <h2 id="files">Scans by file transfer</h2>
      <FileIntakeFields v-model="form.fileIntake" />
    </section>
    <section aria-labelledby="snmp">
      <h2 id="snmp">State of devices by SNMP</h2>
      <SnmpFields v-model="form.snmp" v-model:secrets="form.secrets" :kept="kept" />
    </section>
    <section aria-labelledby="keep">
      <h2 id="keep">How long pages are kept</h2>
      <p class="quiet small">
        Pages and files are stored encrypted in the database. After this time they are removed; the delivery
        stays in the list with all its steps.
      </p>
      <TextField
        v-model="form.keepAcceptedHours"
        short
        label="Keep delivered scans (hours)"
        name="keepAcceptedHours"
      />
      <TextField
        v-model="form.keepOthersDays"
        short
        label="Keep undelivered scans (days)"
        name="keepOthersDays"
      />
      <TextField
        v-model="form.keepDeliveriesDays"
        short
        label="Keep deliveries in the list (days)"
        name="keepDeliveriesDays"
        hint="0 keeps them for ever. Of older ones only totals are kept, by day, device and job."
      />
    </section>
    <button type="submit" class="button ink" :disabled="busy">Save</button>
    <ExportSums />
  </SetUpForm>
  <MoveSetUp />
  <SupportFile />
</template>

<style scoped>
h2 {
  scroll-margin-top: 60px;
}
form {
  max-width: 520px;
}
section {
  display: flex;
  flex-direction: column;
  gap: 10px;
  margin: 14px 0 20px;
  padding-top: 8px;
  border-top: 2px solid var(--ink-9);
}
</style>
