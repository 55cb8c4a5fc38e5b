<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { reactive, ref } from 'vue';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import TickBox from '@/shared/TickBox.vue';

/** A part of the set-up into a file, or all of it with its passwords under a passphrase. */
const open = defineModel<boolean>({ required: true });
const { may } = useSession();
const { general, busy, attempt } = useForm();
const MOST = 200;
const jobs = useQuery({
  queryKey: ['jobs', 'to-export'],
  queryFn: () => ask(api.GET('/api/jobs', { params: { query: { count: MOST } } })),
  enabled: open,
});
const form = reactive({
  format: 'YAML' as 'YAML' | 'JSON',
  jobs: [] as string[],
  secrets: false,
  passphrase: '',
});
const saved = ref<HTMLAnchorElement>();

async function write() {
  const file = await attempt(() =>
    ask(
      api.POST('/api/office/export', {
        body: {
          format: form.format,
          jobs: form.jobs,
          passphrase: form.secrets ? form.passphrase || ' ' : null,
        },
        parseAs: 'text',
      }),
    ),
  );
  const link = saved.value;
  if (file === undefined || !link) return;
  link.href = URL.createObjectURL(new Blob([file], { type: 'text/plain' }));
  link.download = `inky-courier-set-up.${form.format.toLowerCase()}`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
  form.passphrase = '';
  open.value = false;
}
</script>

<template>
  <el-dialog v-model="open" title="Export with options" width="520" append-to-body>
    <form id="export" class="form" @submit.prevent="write">
      <FormField v-slot="f" label="Jobs" name="jobs" hint="Each with all that it needs. None for everything.">
        <el-select
          :id="f.id"
          v-model="form.jobs"
          multiple
          filterable
          aria-label="Jobs"
          placeholder="Everything"
          :aria-describedby="f.describedby"
        >
          <el-option
            v-for="job in jobs.data.value?.rows ?? []"
            :key="job.id"
            :value="job.name"
            :label="job.name"
          />
        </el-select>
      </FormField>
      <FormField v-slot="f" label="Format" name="format">
        <el-select :id="f.id" v-model="form.format" aria-label="Format">
          <el-option value="YAML" label="YAML, with comments" />
          <el-option value="JSON" label="JSON" />
        </el-select>
      </FormField>
      <template v-if="may('CHANGE_SETUP')">
        <TickBox
          v-model="form.secrets"
          words="With passwords"
          note="Sealed under a passphrase, as a JWE (RFC 7516). Whoever has both can read them."
        />
        <FormField v-if="form.secrets" v-slot="f" label="Passphrase, 12 characters or more" name="passphrase">
          <el-input
            :id="f.id"
            v-model="form.passphrase"
            type="password"
            show-password
            autocomplete="new-password"
            maxlength="500"
            :aria-describedby="f.describedby"
            :aria-invalid="f.invalid"
          />
        </FormField>
      </template>
      <ErrorNote :error="general" />
    </form>
    <a ref="saved" hidden></a>
    <template #footer>
      <div class="actions">
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button type="submit" form="export" class="button ink" :disabled="busy">Export</button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.form {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.actions {
  justify-content: flex-end;
}
</style>
