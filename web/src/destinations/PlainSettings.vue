<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import TickBox from '@/shared/TickBox.vue';
import TextField from '@/shared/TextField.vue';
import { isMail, type Kind } from './kinds';

/** What a destination needs that is no folder: addresses, or how long a link lasts. */
const form = defineModel<{
  kind: Kind;
  recipients: string[];
  link: Schemas['LinkSettings'];
  mail: Schemas['MailSettings'];
}>({
  required: true,
});
const recipients = computed({
  get: () => form.value.recipients.join('\n'),
  set: (text) => (form.value.recipients = text.split('\n')),
});
const copies = computed({
  get: () => form.value.mail.copies.join('\n'),
  set: (text) => (form.value.mail.copies = text.split('\n')),
});
</script>

<template>
  <div class="plain">
    <TextField
      v-if="form.kind === 'MAIL_FIXED'"
      v-model="recipients"
      mono
      type="textarea"
      label="Addresses (one per line)"
      name="recipients"
      hint="Each address has an outcome of its own: who is refused does not hold up the others."
    />
    <template v-if="isMail(form.kind)">
      <TickBox
        v-if="form.kind === 'MAIL_CHOSEN'"
        v-model="form.mail.directEntry"
        words="Any address can be entered"
        note="Otherwise only people in the office can be chosen."
      />
      <TickBox
        v-if="form.kind !== 'MAIL_TO_ME'"
        v-model="form.mail.copyToSender"
        words="Copy to the person who scans"
      />
      <TextField
        v-model="copies"
        mono
        type="textarea"
        label="Copy to (one address per line)"
        name="copies"
        hint="They stand under “copy” in the mail, for everybody to see."
      />
    </template>
    <template v-if="form.kind === 'LINK'">
      <TextField
        v-model="form.link.days"
        short
        label="Link expires after (days)"
        name="days"
        hint="Whoever has the address can fetch the files until then; every fetch is written down."
      />
      <TickBox
        v-model="form.link.withPasscode"
        words="Ask for a passcode"
        note="It is sent to the person in a separate mail."
      />
    </template>
    <p v-if="form.kind === 'PRINTER'" class="small quiet">
      Nothing else to set. Devices print PDF, JPEG and plain text; a job that makes other files is refused by
      the device.
    </p>
    <p v-if="form.kind === 'DESKTOP'" class="small quiet">
      Nothing else to set. Give each person a folder destination that belongs to them; a scan of somebody who
      has none waits until there is one.
    </p>
  </div>
</template>

<style scoped>
.plain {
  display: flex;
  flex-direction: column;
  gap: 12px;
  max-width: 520px;
}
</style>
