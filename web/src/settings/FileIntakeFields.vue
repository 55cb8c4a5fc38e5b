<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import DoorState from './DoorState.vue';

/** How scans are taken that devices send as files. */
const intake = defineModel<Schemas['FileIntake']>({ required: true });
const state = useQuery({
  queryKey: ['incoming', 'state'],
  queryFn: () => ask(api.GET('/api/incoming/state')),
  refetchInterval: 5_000,
});
/* One network in each line. */
const networks = computed({
  get: () => intake.value.networks.join('\n'),
  set: (text) => (intake.value.networks = text.split('\n')),
});
</script>

<template>
  <p class="quiet small">
    For devices that can only save files: each signs in with an account of its own, an
    <RouterLink to="/inboxes">inbox</RouterLink>.
  </p>
  <TickBox v-model="intake.sftp" words="Take files by SFTP" />
  <DoorState :state="state.data.value?.sftp" />
  <TextField
    v-if="intake.sftp"
    v-model="intake.sftpPort"
    short
    label="Port of SFTP"
    name="fileIntake.sftpPort"
  />
  <p v-for="key in state.data.value?.hostKeys" :key="key" class="caption">
    Fingerprint that devices show: <span class="mono">{{ key }}</span>
  </p>
  <TickBox
    v-model="intake.ftp"
    words="Take files by FTP"
    note="and by FTPS, where Courier has a certificate of its own"
  />
  <DoorState :state="state.data.value?.ftp" />
  <template v-if="intake.ftp">
    <TextField v-model="intake.ftpPort" short label="Port of FTP" name="fileIntake.ftpPort" />
    <TickBox
      v-model="intake.ftpEncrypted"
      words="Refuse what is not encrypted"
      note="without encryption, others on the network can read passwords and pages"
    />
    <TextField
      v-model="intake.passivePorts"
      mono
      short
      label="Ports for files"
      name="fileIntake.passivePorts"
      placeholder="50000-50099"
      hint="Empty for any that is free. Behind a firewall name some, and let devices connect to them."
    />
  </template>
  <TextField
    v-model="networks"
    type="textarea"
    mono
    label="Networks of devices that send files, one in each line"
    name="fileIntake.networks"
    placeholder="192.168.10.0/24"
    hint="Connections from anywhere else are closed."
  />
</template>
