<script setup lang="ts">
import { ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { levelWords } from '@/fleet/levels';
import ErrorNote from '@/shared/ErrorNote.vue';
import { figure } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import { DEVICES } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import TextField from '@/shared/TextField.vue';

/** How devices are asked by SNMP, and whether one of them answers so. */
const props = defineProps<{ kept: Schemas['SettingsView']['kept'] }>();
const snmp = defineModel<Schemas['SnmpAccess']>({ required: true });
/** Empty where it stays as it is kept. */
const secrets = defineModel<NonNullable<Schemas['SettingsForm']['secrets']>>('secrets', { required: true });

const VERSIONS = { OFF: 'Off', V2C: 'Version 2c, with a community', V3: 'Version 3, with a user' };
const AUTHENTICATIONS = { SHA_256: 'SHA-256', SHA_512: 'SHA-512', SHA_1: 'SHA-1' };
const PRIVACIES = { AES_128: 'AES-128', AES_256: 'AES-256', NONE: 'None' };
const keptWords = (secret: Schemas['SettingsView']['kept'][number]) =>
  props.kept.includes(secret) ? 'kept' : '';

const device = ref<string>();
const trial = ref<Schemas['SnmpTrial']>();
const { general, busy, attempt } = useForm();
async function test() {
  if (!device.value) return;
  trial.value = undefined;
  trial.value = await attempt(() =>
    ask(
      api.POST('/api/devices/{id}/snmp', {
        params: { path: { id: device.value! } },
        body: { access: snmp.value, secrets: secrets.value },
      }),
    ),
  );
}
</script>

<template>
  <p class="quiet small">
    Printers and multifunction devices that also answer by SNMP tell their paper, supplies, faults and serial
    number. Courier only reads.
  </p>
  <FormField v-slot="f" label="SNMP" name="snmp.version">
    <el-select :id="f.id" v-model="snmp.version" :aria-describedby="f.describedby">
      <el-option v-for="(words, version) in VERSIONS" :key="version" :value="version" :label="words" />
    </el-select>
  </FormField>
  <template v-if="snmp.version !== 'OFF'">
    <TextField
      v-if="snmp.version === 'V2C'"
      v-model="secrets.SNMP_COMMUNITY"
      type="password"
      label="Community"
      name="secrets.SNMP_COMMUNITY"
      :placeholder="keptWords('SNMP_COMMUNITY')"
      :maxlength="200"
      hint="One for reading is enough. Others on the network can read it on the way."
    />
    <template v-else>
      <TextField v-model="snmp.user" mono label="User" name="snmp.user" :maxlength="32" />
      <FormField v-slot="f" label="Authentication" name="snmp.authentication">
        <el-select :id="f.id" v-model="snmp.authentication" :aria-describedby="f.describedby">
          <el-option v-for="(words, way) in AUTHENTICATIONS" :key="way" :value="way" :label="words" />
        </el-select>
      </FormField>
      <TextField
        v-model="secrets.SNMP_PASSWORD"
        type="password"
        label="Password for authentication"
        name="secrets.SNMP_PASSWORD"
        :placeholder="keptWords('SNMP_PASSWORD')"
        :maxlength="200"
      />
      <FormField v-slot="f" label="Encryption" name="snmp.privacy">
        <el-select :id="f.id" v-model="snmp.privacy" :aria-describedby="f.describedby">
          <el-option v-for="(words, way) in PRIVACIES" :key="way" :value="way" :label="words" />
        </el-select>
      </FormField>
      <TextField
        v-if="snmp.privacy !== 'NONE'"
        v-model="secrets.SNMP_PRIVACY_PASSWORD"
        type="password"
        label="Password for encryption"
        name="secrets.SNMP_PRIVACY_PASSWORD"
        :placeholder="keptWords('SNMP_PRIVACY_PASSWORD')"
        :maxlength="200"
      />
    </template>
    <TextField v-model="snmp.port" short label="Port (UDP)" name="snmp.port" />
    <div class="test">
      <PickOne v-bind="DEVICES" v-model="device" label="Device" placeholder="Device" />
      <button type="button" class="button" :disabled="busy || !device" @click="test">Test</button>
    </div>
    <ErrorNote :error="general" />
    <div v-if="trial" class="small" role="status">
      <p>
        <StateMark :mark="trial.answers ? 'accepted' : 'failed'" silent />
        <template v-if="!trial.answers"> {{ trial.trouble }} {{ trial.remedy }}</template>
        <template v-else> It answers: {{ trial.details.description || 'no description' }}.</template>
      </p>
      <template v-if="trial.answers">
        <p v-if="!trial.printer">It says nothing of a printer.</p>
        <p v-if="trial.details.serialNumber">Serial number {{ trial.details.serialNumber }}</p>
        <p v-if="trial.details.printed">{{ figure(trial.details.printed) }} sides printed</p>
        <p v-for="tray in trial.supplies.trays" :key="tray.name">
          {{ tray.name }}: {{ levelWords(tray.level) }}
        </p>
        <p v-for="supply in trial.supplies.supplies" :key="supply.name">
          {{ supply.name }}: {{ levelWords(supply.level) }}
        </p>
      </template>
    </div>
  </template>
</template>

<style scoped>
.test {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.test :deep(.el-select) {
  width: 260px;
}
</style>
