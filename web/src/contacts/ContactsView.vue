<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import AreaLayout from '@/shared/AreaLayout.vue';
import { useArea } from '@/shared/area';
import AskDelete from '@/shared/AskDelete.vue';
import { count } from '@/shared/format';
import ListTools from '@/shared/ListTools.vue';
import PickBox from '@/shared/PickBox.vue';
import { usePicked } from '@/shared/picked';
import PickedBar from '@/shared/PickedBar.vue';
import PlaceField from '@/shared/PlaceField.vue';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import TextField from '@/shared/TextField.vue';
import { useToast } from '@/shared/toast';
import BookLinks from './BookLinks.vue';
import ImportContacts from './ImportContacts.vue';

/** Contacts that people find at devices, of the whole office or of a place. */
const queries = useQueryClient();
const { say } = useToast();
const { may } = useSession();
const { list, frame, openId, isNew, open, form, save, go, busy, attempt } = useArea<
  Schemas['ContactView'],
  Schemas['ContactView'],
  Schemas['ContactForm']
>({
  path: 'contacts',
  list: (query, signal) => ask(api.GET('/api/contacts', { params: { query }, signal })),
  one: (id) => ask(api.GET('/api/contacts/{id}', { params: { path: { id } } })),
  add: (body) => ask(api.POST('/api/contacts', { body })),
  change: (id, body) => ask(api.PUT('/api/contacts/{id}', { params: { path: { id } }, body })),
  remove: (id) => ask(api.DELETE('/api/contacts/{id}', { params: { path: { id } } })),
  blank: () => ({ name: '', email: '', company: '', place: '' }),
  formOf: (v) => ({ name: v.name, email: v.email, company: v.company, place: v.place }),
});
const duplicates = useQuery({
  queryKey: ['contacts', 'duplicates'],
  queryFn: () => ask(api.GET('/api/contacts/duplicates')),
});

const picked = usePicked(list);
const deleting = ref(false);

async function removePicked() {
  deleting.value = false;
  const gone = await attempt(() => ask(api.POST('/api/contacts/delete', { body: picked.body.value })));
  if (!gone) return;
  picked.pick([]);
  await queries.invalidateQueries({ queryKey: ['contacts'] });
  say(`${count(gone.deleted, 'contact')} deleted.`);
}
</script>

<template>
  <AreaLayout
    v-bind="frame"
    :title="list.total.value ? count(list.total.value, 'contact') : 'Address book'"
    hint="Whom people find at devices, beside the people of the office"
    new-words="Add a contact"
    empty="People choose recipients at a device by the first letters of a name. Everybody of the office is found already; add here whom else they send to, or import a file."
    :editor-title="isNew ? 'New contact' : (open?.name ?? '')"
    @save="save"
  >
    <template #also>
      <a class="button" href="/api/contacts/export.csv" download>Export as CSV</a>
      <a class="button" href="/api/contacts/export.vcf" download>as vCards</a>
      <ImportContacts v-if="may('CHANGE_SETUP')" />
    </template>
    <template #under>
      <BookLinks :duplicates="duplicates.data.value?.length ?? 0" />
    </template>
    <template #list>
      <ListTools :list="list" label="Name, address, company or group" />
      <PickedBar :picked="picked" :words="count(picked.number.value, 'contact')">
        <button type="button" class="link small delete" :disabled="busy" @click="deleting = true">
          Delete
        </button>
      </PickedBar>
      <table class="table">
        <thead>
          <tr>
            <PickBox v-if="may('CHANGE_SETUP')" :picked="picked" />
            <SortHead :list="list" column="name">Name</SortHead>
            <SortHead :list="list" column="email">Mail address</SortHead>
            <SortHead :list="list" column="company">Company</SortHead>
            <th scope="col">Groups</th>
            <SortHead :list="list" column="place">Seen at</SortHead>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in list.rows.value"
            :key="row.id"
            :class="{ open: row.id === openId }"
            @click="go(row.id)"
          >
            <PickBox v-if="may('CHANGE_SETUP')" :picked="picked" :row="row" />
            <td>
              <RouterLink :to="`/contacts/${row.id}`">{{ row.name }}</RouterLink>
            </td>
            <td class="mono">{{ row.email }}</td>
            <td>{{ row.company }}</td>
            <td>{{ row.groups.join(', ') }}</td>
            <td>
              <span :class="{ quiet: !row.place }">{{ row.place || 'all devices' }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <ShowMore :list="list" />
    </template>
    <template #editor>
      <TextField v-model="form.name" label="Name" name="name" :maxlength="80" />
      <TextField v-model="form.email" mono label="Mail address" name="email" />
      <TextField v-model="form.company" label="Company" name="company" :maxlength="80" />
      <PlaceField
        :model-value="form.place ?? ''"
        label="Seen at"
        everywhere="All devices"
        hint="A contact of a place is found at its devices only."
        @update:model-value="form.place = $event"
      />
      <p v-if="open?.groups.length" class="caption">In {{ open.groups.join(', ') }}.</p>
    </template>
  </AreaLayout>
  <AskDelete
    v-model="deleting"
    :name="count(picked.number.value, 'contact')"
    says="This cannot be undone. They are also removed from the groups that they are in."
    @remove="removePicked"
  />
</template>

<style scoped>
.delete {
  margin-left: auto;
  color: var(--failed);
}
</style>
