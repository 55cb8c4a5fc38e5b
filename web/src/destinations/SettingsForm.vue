<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import ProbeRow from '@/shared/ProbeRow.vue';
import ShownCertificate from '@/shared/ShownCertificate.vue';
import type { Kind } from './kinds';
import SettingField from './SettingField.vue';
import { rowsOf, shownFields, valueOf, withValue, type Field, type Settings } from './settings';

/** The settings of a destination as its kind has them; where a probe tries them, each beside its step. */
const props = defineProps<{
  kind: Kind;
  /** Whether a secret is stored. */
  kept: boolean;
  report?: Schemas['ProbeReport'];
}>();
defineEmits<{ dialogue: []; trust: [] }>();
const settings = defineModel<Settings>({ required: true });
const secret = defineModel<string | null>('secret');
const owner = defineModel<string | null>('owner');

const rows = computed(() => rowsOf(shownFields(settings.value, props.kind)));
const tried = computed(() => rows.value.filter((row) => row.step));
const step = (name?: string | null) => props.report?.steps.find((s) => s.step === name);

function read(field: Field): unknown {
  if (field.name === 'secret') return secret.value;
  if (field.name === 'ownerId') return owner.value;
  return valueOf(settings.value, props.kind, field.name);
}
function write(field: Field, value: unknown) {
  if (field.name === 'secret') secret.value = value as string | undefined;
  else if (field.name === 'ownerId') owner.value = value as string | undefined;
  else settings.value = withValue(settings.value, field.name, value);
}
</script>

<template>
  <component
    :is="tried.length ? ProbeRow : 'div'"
    v-for="(row, at) in rows"
    :key="row.step ?? `apart ${at}`"
    v-bind="
      tried.length
        ? {
            step: step(row.step),
            report,
            first: row === tried[0],
            last: row === tried.at(-1),
            apart: !row.step,
            onDialogue: () => $emit('dialogue'),
          }
        : { class: 'plain' }
    "
  >
    <div class="fields">
      <SettingField
        v-for="field in row.fields"
        :key="field.type + field.label"
        :class="{ half: field.half }"
        :field="field"
        :kept="kept"
        :model-value="read(field)"
        @update:model-value="write(field, $event)"
      />
    </div>
    <template v-if="row.step === 'ENCRYPTED'" #found>
      <ShownCertificate :report="report" @trust="$emit('trust')" />
    </template>
  </component>
</template>

<style scoped>
.plain {
  max-width: 520px;
}
.fields {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px 10px;
}
.plain .fields {
  row-gap: 12px;
}
.fields > :not(.half) {
  grid-column: 1 / -1;
}
</style>
