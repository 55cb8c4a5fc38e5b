<script setup lang="ts">
import ChoiceRow from '@/shared/ChoiceRow.vue';
import FormField from '@/shared/FormField.vue';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import { SIDECARS, WHEN_TAKEN, type Folder, type Kind } from './kinds';

/** Where files go on the stick or the shelf of whatever device scans. */
defineProps<{ kind: Kind }>();
const folder = defineModel<Folder>({ required: true });
</script>

<template>
  <div class="storage">
    <TextField
      v-model="folder.path"
      mono
      label="Folder"
      name="path"
      hint="Empty for the top. Fields as in file names: berths/{date:yyyy}"
    />
    <TickBox v-model="folder.makeFolders" words="Create missing folders" />
    <FormField label="If the file already exists" name="whenTaken">
      <ChoiceRow v-model="folder.whenTaken" label="If the file already exists" :options="WHEN_TAKEN" />
    </FormField>
    <FormField label="Metadata file format" name="sidecar">
      <ChoiceRow v-model="folder.sidecar" label="Metadata file" :options="SIDECARS" />
    </FormField>
    <template v-if="kind === 'USB'">
      <TickBox
        v-model="folder.mustEncrypt"
        words="Encrypted files only"
        note="Jobs whose profile does not create a PDF with a passcode cannot run."
      />
      <p v-if="!folder.mustEncrypt" class="small warn">
        A stick gets lost: who finds it can read files that are not encrypted. Preflight reminds you of it.
      </p>
    </template>
    <p class="small quiet">
      The device is the one at which the scan is made; preflight names those without one.
    </p>
  </div>
</template>

<style scoped>
.storage {
  display: flex;
  flex-direction: column;
  gap: 12px;
  max-width: 520px;
}
.warn {
  color: var(--care);
}
</style>
