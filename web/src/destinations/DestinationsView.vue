<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import AreaLayout from '@/shared/AreaLayout.vue';
import { useArea } from '@/shared/area';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import { count } from '@/shared/format';
import FormField from '@/shared/FormField.vue';

type View = Schemas['DestinationView'];
type Form = Schemas['DestinationForm'];
const servers = useQuery({ queryKey: ['mail-servers'], queryFn: () => ask(api.GET('/api/mail-servers')) });
const { query, rows, openId, isNew, open, form, save, remove, go, general, busy } = useArea<View, Form>({
  path: 'destinations',
  list: () => ask(api.GET('/api/destinations')),
  add: (body) => ask(api.POST('/api/destinations', { body })),
  change: (id, body) => ask(api.PUT('/api/destinations/{id}', { params: { path: { id } }, body })),
  remove: (id) => ask(api.DELETE('/api/destinations/{id}', { params: { path: { id } } })),
  blank: () => ({ name: '', kind: 'MAIL_TO_ME', routeId: servers.data.value?.[0]?.id ?? '', recipients: [] }),
  formOf: (v) => ({ name: v.name, kind: v.kind, routeId: v.routeId, recipients: [...v.recipients] }),
});
const recipients = computed({
  get: () => form.value.recipients.join('\n'),
  set: (text) => (form.value.recipients = text.split('\n')),
});
const route = computed({
  get: () => form.value.routeId || servers.data.value?.[0]?.id || '',
  set: (id) => (form.value.routeId = id),
});
async function saveIt() {
  form.value.routeId = route.value;
  await save();
}
const where = (row: View) => (row.kind === 'MAIL_TO_ME' ? 'the person who scans' : row.recipients.join(', '));
</script>

<template>
  <AreaLayout
    :title="rows.length ? count(rows.length, 'destination') : 'Destinations'"
    hint="Where scans go"
    new-words="New destination"
    new-path="/destinations/new"
    empty="A destination is a place that scans go to: the mailbox of whoever scans, or fixed addresses of the office."
    :loading="query.isLoading.value"
    :error="query.error.value"
    :has-rows="rows.length > 0"
    :opened="isNew || open !== undefined"
    :editor-title="isNew ? 'New destination' : (open?.name ?? '')"
    :can-delete="!isNew"
    :delete-name="open?.name ?? ''"
    :busy="busy"
    :general="general"
    @save="saveIt"
    @remove="remove"
    @close="go('')"
  >
    <template #list>
      <table class="table">
        <thead>
          <tr>
            <th scope="col">Destination</th>
            <th scope="col">Goes to</th>
            <th scope="col">Through</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id" :class="{ open: row.id === openId }" @click="go(row.id)">
            <td>
              <RouterLink :to="`/destinations/${row.id}`">{{ row.name }}</RouterLink>
            </td>
            <td :class="{ mono: row.kind === 'MAIL_FIXED' }">{{ where(row) }}</td>
            <td>{{ row.routeName }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #editor>
      <FormField v-slot="f" label="Name" name="name">
        <el-input
          :id="f.id"
          v-model="form.name"
          maxlength="60"
          :aria-describedby="f.describedby"
          :aria-invalid="f.invalid"
        />
      </FormField>
      <FormField label="Goes by mail to" name="kind">
        <ChoiceRow
          v-model="form.kind"
          label="Goes by mail to"
          :options="[
            { value: 'MAIL_TO_ME', words: 'Who scans' },
            { value: 'MAIL_FIXED', words: 'Fixed addresses' },
          ]"
        />
      </FormField>
      <FormField v-if="form.kind === 'MAIL_FIXED'" v-slot="f" label="Addresses, one a line" name="recipients">
        <el-input
          :id="f.id"
          v-model="recipients"
          type="textarea"
          :rows="4"
          class="mono"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <FormField
        v-slot="f"
        label="Through the mail server"
        name="routeId"
        :hint="servers.data.value?.length ? undefined : 'There is none yet: add one first.'"
      >
        <el-select :id="f.id" v-model="route" aria-label="Mail server" :aria-describedby="f.describedby">
          <el-option
            v-for="server in servers.data.value ?? []"
            :key="server.id"
            :value="server.id"
            :label="server.name"
          />
        </el-select>
      </FormField>
    </template>
  </AreaLayout>
</template>
