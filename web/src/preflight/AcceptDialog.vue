<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import TextField from '@/shared/TextField.vue';
import { useToast } from '@/shared/toast';

/** Somebody knows of a finding, and lives with it until a day. */
const finding = defineModel<Schemas['PreflightFinding']>();
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt, clear } = useForm();
const reason = ref('');
const until = ref('');
watch(finding, (now) => {
  if (!now) return;
  clear();
  reason.value = '';
  const end = new Date();
  end.setMonth(end.getMonth() + 3);
  until.value = end.toISOString().slice(0, 10);
});
async function accept() {
  const f = finding.value;
  if (!f) return;
  const body = { code: f.code, kind: f.kind, id: f.id, reason: reason.value, until: until.value };
  const done = await attempt(async () => {
    await ask(api.PUT('/api/findings/accepted', { body }));
    return true;
  });
  if (!done) return;
  finding.value = undefined;
  await queries.invalidateQueries();
  say('Accepted. It does not count until then.');
}
</script>

<template>
  <el-dialog
    :model-value="finding !== undefined"
    title="Accept this finding"
    width="460"
    append-to-body
    @update:model-value="finding = undefined"
  >
    <form v-if="finding" @submit.prevent="accept">
      <p>
        <strong>{{ finding.name }}</strong> {{ finding.sentence }}
      </p>
      <TextField v-model="reason" label="Why" name="reason" :maxlength="200" />
      <FormField v-slot="f" label="Until" name="until" hint="Then it counts again. At most a year.">
        <input :id="f.id" v-model="until" type="date" :aria-describedby="f.describedby" />
      </FormField>
      <ErrorNote :error="general" />
      <div class="actions">
        <button type="submit" class="button ink" :disabled="busy || !reason.trim()">Accept</button>
        <button type="button" class="link" @click="finding = undefined">Cancel</button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
}
input[type='date'] {
  width: 160px;
  min-height: 32px;
  padding: 3px 8px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  background: var(--paper-0);
}
</style>
