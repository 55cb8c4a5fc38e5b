<script setup lang="ts">
import { reactive, watch } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

const open = defineModel<boolean>({ required: true });
const { say } = useToast();
const { general, busy, attempt } = useForm();
const form = reactive({ present: '', wanted: '' });
watch(open, () => {
  form.present = '';
  form.wanted = '';
});

async function save() {
  const done = await attempt(async () => {
    await ask(api.PUT('/api/session/password', { body: { ...form } }));
    return true;
  });
  if (!done) return;
  say('Password changed. You are signed out on all other devices.');
  open.value = false;
}
</script>

<template>
  <el-dialog v-model="open" title="Change password" width="420" append-to-body>
    <form class="stacked" novalidate @submit.prevent="save">
      <FormField v-slot="f" label="Current password" name="present">
        <el-input
          :id="f.id"
          v-model="form.present"
          type="password"
          autocomplete="current-password"
          autofocus
          :aria-describedby="f.describedby"
        />
      </FormField>
      <FormField v-slot="f" label="New password" name="wanted" hint="At least 10 characters.">
        <el-input
          :id="f.id"
          v-model="form.wanted"
          type="password"
          autocomplete="new-password"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <ErrorNote :error="general" />
      <button type="submit" class="button ink" :disabled="busy">Change password</button>
    </form>
  </el-dialog>
</template>
