<script setup lang="ts">
import { api, ask, type Schemas } from '@/api/client';
import AreaLayout from '@/shared/AreaLayout.vue';
import { useArea } from '@/shared/area';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import { count } from '@/shared/format';
import FormField from '@/shared/FormField.vue';

type Form = Schemas['ProfileForm'];
const { query, rows, openId, isNew, open, form, save, remove, go, general, busy } = useArea<
  Schemas['ProfileView'],
  Form
>({
  path: 'profiles',
  list: () => ask(api.GET('/api/profiles')),
  add: (body) => ask(api.POST('/api/profiles', { body })),
  change: (id, body) => ask(api.PUT('/api/profiles/{id}', { params: { path: { id } }, body })),
  remove: (id) => ask(api.DELETE('/api/profiles/{id}', { params: { path: { id } } })),
  blank: () => ({ name: '', colour: 'AS_FOUND', dpi: 200, sides: 'ONE', fileType: 'PDF' }),
  formOf: (v) => ({ name: v.name, colour: v.colour, dpi: v.dpi, sides: v.sides, fileType: v.fileType }),
});

const COLOURS: { value: Form['colour']; words: string }[] = [
  { value: 'AS_FOUND', words: 'As found' },
  { value: 'COLOUR', words: 'Colour' },
  { value: 'GREY', words: 'Grey' },
  { value: 'BLACK_AND_WHITE', words: 'Black, white' },
];
const NOTES: Record<Form['colour'], string> = {
  AS_FOUND:
    'Pages with colour stay coloured, the others become grey and smaller. A small stamp counts as colour.',
  COLOUR: 'Every page in colour, also where it has none.',
  GREY: 'Every page in shades of grey.',
  BLACK_AND_WHITE: 'Ink or paper, nothing between: smallest files, for print and forms. Not for photographs.',
};
const RESOLUTIONS = [150, 200, 300, 400, 600].map((value) => ({ value, words: String(value) }));
const SIDES: { value: Form['sides']; words: string }[] = [
  { value: 'ONE', words: 'One' },
  { value: 'TWO_LONG_EDGE', words: 'Both' },
  { value: 'TWO_SHORT_EDGE', words: 'Both, short edge' },
];
</script>

<template>
  <AreaLayout
    :title="rows.length ? count(rows.length, 'scan profile') : 'Scan profiles'"
    hint="How paper becomes pages and files"
    new-words="New profile"
    new-path="/profiles/new"
    empty="A scan profile says how paper becomes pages: colour or grey, how fine, one side or both. Jobs are made from it."
    :loading="query.isLoading.value"
    :error="query.error.value"
    :has-rows="rows.length > 0"
    :opened="isNew || open !== undefined"
    :editor-title="isNew ? 'New profile' : (open?.name ?? '')"
    :can-delete="!isNew"
    :delete-name="open?.name ?? ''"
    :busy="busy"
    :general="general"
    @save="save"
    @remove="remove"
    @close="go('')"
  >
    <template #list>
      <table class="table">
        <thead>
          <tr>
            <th scope="col">Profile</th>
            <th scope="col">What it does</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id" :class="{ open: row.id === openId }" @click="go(row.id)">
            <td>
              <RouterLink :to="`/profiles/${row.id}`">{{ row.name }}</RouterLink>
            </td>
            <td>{{ row.sentence }}</td>
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
      <FormField v-slot="f" label="Colour" name="colour" :hint="NOTES[form.colour]">
        <ChoiceRow v-model="form.colour" label="Colour" :options="COLOURS" :describedby="f.describedby" />
      </FormField>
      <FormField
        v-slot="f"
        label="Resolution, dots per inch"
        name="dpi"
        hint="200 is usual; 300 for small type and for reading text from pages."
      >
        <ChoiceRow
          v-model="form.dpi"
          label="Resolution"
          :options="RESOLUTIONS"
          :describedby="f.describedby"
        />
      </FormField>
      <FormField v-slot="f" label="Sides" name="sides">
        <ChoiceRow v-model="form.sides" label="Sides" :options="SIDES" :describedby="f.describedby" />
      </FormField>
      <div>
        <p class="caption">File</p>
        <p>PDF of many pages</p>
      </div>
    </template>
  </AreaLayout>
</template>
