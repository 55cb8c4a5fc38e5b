<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import DoorState from './DoorState.vue';

/** How scans are taken that devices send by mail. */
defineProps<{ keepsPassword: boolean }>();
const intake = defineModel<Schemas['MailIntake']>({ required: true });
/** Empty to keep the one that is there. */
const password = defineModel<string>('password');
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
    For devices that can only send mail: they send to an address of Courier, which says the job, the device
    and the person. Nothing is passed on to anybody else.
  </p>
  <TickBox v-model="intake.on" words="Take scans by mail" />
  <DoorState :state="state.data.value?.mail" />
  <TextField
    v-model="intake.domain"
    mono
    label="Domain of the addresses"
    name="mailIntake.domain"
    placeholder="scans.office.example"
    :maxlength="253"
    hint="Enter this machine as mail server at the device; no entry in the name service is needed."
  />
  <TextField v-model="intake.port" short label="Port" name="mailIntake.port" />
  <TextField
    v-model="networks"
    type="textarea"
    mono
    label="Networks of devices that send mail, one in each line"
    name="mailIntake.networks"
    placeholder="192.168.10.0/24"
    hint="Mail from anywhere else is refused."
  />
  <TextField
    v-model="intake.account"
    mono
    label="Account that devices sign in with; empty for none"
    name="mailIntake.account"
    :maxlength="64"
    hint="Devices that do not sign in with it are refused. Without encryption, others on the network can read the password."
  />
  <TextField
    v-if="intake.account"
    v-model="password"
    type="password"
    label="Password of that account"
    name="secrets.INTAKE_PASSWORD"
    :placeholder="keepsPassword ? 'kept' : ''"
    :maxlength="200"
  />
  <TickBox
    v-model="intake.bySender"
    words="The sender’s address says whose scan it is"
    note="where the address it goes to does not"
  />
  <TickBox v-model="intake.bySubject" words="A login in the subject says whose scan it is" />
</template>
