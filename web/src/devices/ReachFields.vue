<script setup lang="ts">
import type { Schemas } from '@/api/client';
import FormField from '@/shared/FormField.vue';
import ShownCertificate from '@/shared/ShownCertificate.vue';
import { protocols } from './abilities';

/** How a device is reached, and as whom; what is left open is found out. */
type Reach = Pick<Schemas['DeviceForm'], 'protocol' | 'encrypted' | 'fingerprint' | 'account' | 'password'>;
defineProps<{
  /** That it shows, where somebody has to look at it first. */
  certificate?: Schemas['Certificate'];
  /** Whether a password is kept that need not be entered again. */
  keepsPassword?: boolean;
}>();
const emit = defineEmits<{ trust: [fingerprint: string] }>();
const form = defineModel<Reach>({ required: true });

const ENCRYPTION = { open: 'None', tls: 'TLS' } as const;
type Encryption = keyof typeof ENCRYPTION | '';
const encryption = (): Encryption =>
  form.value.encrypted === undefined || form.value.encrypted === null
    ? ''
    : form.value.encrypted
      ? 'tls'
      : 'open';
function reach(wanted: Reach['protocol'] | '') {
  form.value.protocol = wanted || undefined;
  // Of what only sends nothing is protected, and nobody signs in.
  if (wanted === 'MAIL') Object.assign(form.value, { encrypted: undefined, fingerprint: '', account: '' });
}
function encrypt(wanted: Encryption) {
  form.value.encrypted = wanted === '' ? undefined : wanted === 'tls';
  if (wanted === 'open') form.value.fingerprint = '';
}
</script>

<template>
  <div class="pair">
    <FormField v-slot="f" label="Protocol" name="protocol">
      <el-select
        :id="f.id"
        :model-value="form.protocol ?? ''"
        :empty-values="[null, undefined]"
        :aria-describedby="f.describedby"
        @update:model-value="reach($event)"
      >
        <el-option value="" label="Find out" />
        <el-option v-for="(label, one) in protocols" :key="one" :value="one" :label="label" />
      </el-select>
    </FormField>
    <FormField v-if="form.protocol !== 'MAIL'" v-slot="f" label="Encryption" name="encrypted">
      <el-select
        :id="f.id"
        :model-value="encryption()"
        :empty-values="[null, undefined]"
        :aria-describedby="f.describedby"
        @update:model-value="encrypt($event)"
      >
        <el-option value="" label="Find out" />
        <el-option v-for="(label, one) in ENCRYPTION" :key="one" :value="one" :label="label" />
      </el-select>
    </FormField>
  </div>
  <FormField v-if="form.encrypted || certificate || form.fingerprint" label="Certificate" name="fingerprint">
    <p v-if="form.fingerprint" class="mono caption">{{ form.fingerprint }}</p>
    <p v-else-if="!certificate" class="small">Must be valid.</p>
    <ShownCertificate
      v-if="certificate"
      :certificate="certificate"
      :in-the-way="form.fingerprint !== certificate.fingerprint"
      @trust="emit('trust', certificate.fingerprint)"
    />
  </FormField>
  <p v-if="form.protocol === 'MAIL'" class="quiet small">
    Nothing is asked there. Its address is where its mail and files come from. For where to send mail, see
    <RouterLink to="/unclaimed">Unclaimed</RouterLink>; for files, give it an
    <RouterLink to="/inboxes">inbox</RouterLink>.
  </p>
  <div v-else class="pair">
    <FormField v-slot="f" label="Administrator's account, if it asks" name="account">
      <el-input
        :id="f.id"
        :model-value="form.account ?? ''"
        autocomplete="off"
        maxlength="100"
        :aria-describedby="f.describedby"
        @update:model-value="form.account = $event"
      />
    </FormField>
    <FormField v-if="form.account" v-slot="f" label="Password" name="password">
      <el-input
        :id="f.id"
        :model-value="form.password ?? ''"
        type="password"
        autocomplete="new-password"
        maxlength="200"
        :placeholder="keepsPassword ? 'kept' : ''"
        :aria-describedby="f.describedby"
        @update:model-value="form.password = $event || undefined"
      />
    </FormField>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>
