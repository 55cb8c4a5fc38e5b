<script setup lang="ts">
import { useArea } from '@/shared/area';
import { api, ask, type Schemas } from '@/api/client';
import AreaLayout from '@/shared/AreaLayout.vue';
import { count } from '@/shared/format';
import ListTools from '@/shared/ListTools.vue';
import PlaceField from '@/shared/PlaceField.vue';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import TextField from '@/shared/TextField.vue';
import BookLinks from './BookLinks.vue';
import MembersField from './MembersField.vue';

/** Groups of the address book; a group may hold groups. */
interface Form {
  name: string;
  place: string;
  members: Schemas['MemberView'][];
}
const bodyOf = (form: Form): Schemas['ContactGroupForm'] => ({
  name: form.name,
  place: form.place,
  members: form.members.map(({ kind, id }) => ({ kind, id })),
});
const { list, frame, openId, isNew, open, form, save, go } = useArea<
  Schemas['ContactGroupView'],
  Schemas['ContactGroupView'],
  Form
>({
  path: 'contact-groups',
  list: (query, signal) => ask(api.GET('/api/contact-groups', { params: { query }, signal })),
  one: (id) => ask(api.GET('/api/contact-groups/{id}', { params: { path: { id } } })),
  add: (form) => ask(api.POST('/api/contact-groups', { body: bodyOf(form) })),
  change: (id, form) =>
    ask(api.PUT('/api/contact-groups/{id}', { params: { path: { id } }, body: bodyOf(form) })),
  remove: (id) => ask(api.DELETE('/api/contact-groups/{id}', { params: { path: { id } } })),
  blank: () => ({ name: '', place: '', members: [] }),
  formOf: (v) => ({ name: v.name, place: v.place, members: v.members }),
});
</script>

<template>
  <AreaLayout
    v-bind="frame"
    :title="list.total.value ? count(list.total.value, 'group') : 'Groups'"
    hint="Chosen at a device as one recipient; everybody who is in it by then gets the mail"
    new-words="Add a group"
    empty="A group is chosen at a device like a person. It holds contacts, people of the office and other groups."
    :editor-title="isNew ? 'New group' : (open?.name ?? '')"
    @save="save"
  >
    <template #under><BookLinks /></template>
    <template #list>
      <ListTools :list="list" label="Name or member" attention="Only those with nobody in them" />
      <table class="table">
        <thead>
          <tr>
            <SortHead :list="list" column="name">Name</SortHead>
            <th scope="col">Members</th>
            <SortHead :list="list" column="addresses">Addresses</SortHead>
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
            <td>
              <RouterLink :to="`/contact-groups/${row.id}`">{{ row.name }}</RouterLink>
            </td>
            <td>
              {{
                row.members
                  .slice(0, 4)
                  .map((one) => one.name)
                  .join(', ')
              }}<span v-if="row.members.length > 4" class="quiet">
                and {{ row.members.length - 4 }} more</span
              >
            </td>
            <td>{{ row.addresses }}</td>
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
      <PlaceField
        v-model="form.place"
        label="Seen at"
        everywhere="All devices"
        hint="A group of a place is found at its devices only."
      />
      <MembersField v-model="form.members" />
    </template>
  </AreaLayout>
</template>
