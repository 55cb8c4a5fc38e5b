<script setup lang="ts">
import type { Schemas } from '@/api/client';
import ChoiceRow from './ChoiceRow.vue';
import FormField from './FormField.vue';

/** How a line is encrypted, and whose certificate counts. */
type Form = Pick<Schemas['MailServerForm'], 'encryption' | 'certificateCheck' | 'fingerprint' | 'port'>;
const props = defineProps<{
  /** What somebody in between could read. */
  secret: string;
  /** The customary port of each; it goes with the encryption, unless somebody chose another. */
  ports: Record<Form['encryption'], number>;
}>();
const form = defineModel<Form>({ required: true });

function takePort() {
  if (Object.values(props.ports).includes(form.value.port))
    form.value.port = props.ports[form.value.encryption];
}
const CERTIFICATE: { value: Form['certificateCheck']; words: string }[] = [
  { value: 'MUST_BE_VALID', words: 'Must be valid' },
  { value: 'EXACTLY_THIS', words: 'Exactly this one' },
  { value: 'OFF', words: 'Not checked' },
];
</script>

<template>
  <FormField label="Encryption" name="encryption">
    <ChoiceRow
      v-model="form.encryption"
      label="Encryption"
      :options="[
        { value: 'NONE', words: 'None' },
        { value: 'STARTTLS', words: 'STARTTLS' },
        { value: 'TLS', words: 'TLS first' },
      ]"
      @change="takePort"
    />
  </FormField>
  <template v-if="form.encryption !== 'NONE'">
    <FormField label="Certificate" name="fingerprint">
      <ChoiceRow v-model="form.certificateCheck" label="Certificate" :options="CERTIFICATE" />
    </FormField>
    <p v-if="form.certificateCheck === 'EXACTLY_THIS'" class="mono caption">
      {{ form.fingerprint || 'Probe, then trust what it shows.' }}
    </p>
    <p v-if="form.certificateCheck === 'OFF'" class="warn small">
      Not checked: someone in between could read {{ secret }}.
    </p>
  </template>
</template>

<style scoped>
.warn {
  color: var(--care);
}
</style>
