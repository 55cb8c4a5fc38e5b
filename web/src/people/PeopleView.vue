<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import PickBox from '@/shared/PickBox.vue';
import { usePicked } from '@/shared/picked';
import ListTools from '@/shared/ListTools.vue';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import AreaLayout from '@/shared/AreaLayout.vue';
import { useArea } from '@/shared/area';
import { ago, count } from '@/shared/format';
import { useToast } from '@/shared/toast';
import GroupsField from './GroupsField.vue';
import ImportPeople from './ImportPeople.vue';
import PeopleActs from './PeopleActs.vue';
import PersonCards from './PersonCards.vue';
import LanguageField from '@/shared/LanguageField.vue';
import FormField from '@/shared/FormField.vue';
import StateMark from '@/shared/StateMark.vue';

type Form = Schemas['PersonForm'];
const queries = useQueryClient();
const { say } = useToast();
const { list, frame, openId, isNew, open, form, save, go, busy, attempt } = useArea<
  Schemas['PersonView'],
  Schemas['PersonView'],
  Form
>({
  path: 'people',
  list: (query, signal) => ask(api.GET('/api/people', { params: { query }, signal })),
  one: (id) => ask(api.GET('/api/people/{id}', { params: { path: { id } } })),
  add: (body) => ask(api.POST('/api/people', { body })),
  change: (id, body) => ask(api.PUT('/api/people/{id}', { params: { path: { id } }, body })),
  remove: (id) => ask(api.DELETE('/api/people/{id}', { params: { path: { id } } })),
  blank: () => ({ name: '', login: '', email: '', language: '', groups: [] }),
  formOf: (v) => ({
    name: v.name,
    login: v.login,
    email: v.email,
    language: v.language,
    groups: [...v.groups],
  }),
});

const { may } = useSession();
const picked = usePicked(list);

/** Kept while the sheet closes; forgotten when the next is made or the view is left. */
const pin = ref({ name: '', digits: '' });
const pinShown = ref(false);
async function makePin(person: { id: string; name: string }) {
  const made = await attempt(() =>
    ask(api.POST('/api/people/{id}/pin', { params: { path: { id: person.id } } })),
  );
  if (made) {
    pin.value = { name: person.name, digits: made.pin };
    pinShown.value = true;
  }
  void queries.invalidateQueries({ queryKey: ['people'] });
}
async function setDisabled(person: { id: string; name: string }, disabled: boolean) {
  const set = await attempt(() =>
    ask(api.PUT('/api/people/{id}/disabled', { params: { path: { id: person.id } }, body: { disabled } })),
  );
  if (set) say(disabled ? `${person.name} can no longer sign in.` : `${person.name} can sign in again.`);
  void queries.invalidateQueries({ queryKey: ['people'] });
}
async function saveIt() {
  const wasNew = isNew.value;
  const saved = await save();
  if (saved && wasNew) await makePin(saved);
}
/** The short name that offices usually make of a name, until somebody types another. */
function proposeLogin() {
  const parts = form.value.name.toLowerCase().trim().split(/\s+/);
  if (isNew.value && !form.value.login && parts.length > 1)
    form.value.login = `${parts[0]?.[0]}.${parts.at(-1)}`;
}
</script>

<template>
  <AreaLayout
    v-bind="frame"
    :title="list.total.value ? count(list.total.value, 'person', 'people') : 'People'"
    hint="Who scans, and the PIN they sign in with at a device"
    new-words="Add a person"
    empty="A person signs in at a device with a PIN; their scans then go to their own mailbox and carry their name."
    :editor-title="isNew ? 'New person' : (open?.name ?? '')"
    :save-words="isNew ? 'Save and make a PIN' : 'Save'"
    @save="saveIt"
  >
    <template #also>
      <RouterLink class="button" to="/contacts">Address book</RouterLink>
      <RouterLink class="button" to="/directories">Directories</RouterLink>
      <RouterLink class="button" to="/people/sign-in">Sign-in at panels</RouterLink>
      <a class="button" href="/api/people/export.csv" download>Export</a>
      <ImportPeople v-if="may('CHANGE_SETUP')" @added="picked.pick($event)" />
    </template>
    <template #list>
      <ListTools :list="list" label="Name or address" attention="Only those without a PIN" />
      <PeopleActs :picked="picked" />
      <table class="table">
        <thead>
          <tr>
            <PickBox v-if="may('CHANGE_SETUP')" :picked="picked" />
            <SortHead :list="list" column="name">Name</SortHead>
            <SortHead :list="list" column="email">Mail address</SortHead>
            <th scope="col">Groups</th>
            <SortHead :list="list" column="pin">PIN</SortHead>
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
              <RouterLink :to="`/people/${row.id}`">{{ row.name }}</RouterLink>
            </td>
            <td class="mono">{{ row.email }}</td>
            <td>{{ row.groups.join(', ') }}</td>
            <td>
              <span v-if="row.disabled" class="quiet">{{
                row.leftDirectory ? 'left the directory' : 'disabled'
              }}</span>
              <StateMark
                v-else
                :mark="row.hasPin ? 'accepted' : 'open'"
                :words="row.hasPin ? 'has a PIN' : 'has no PIN'"
                :size="14"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <ShowMore :list="list" />
    </template>
    <template #editor>
      <p v-if="open?.directory" class="caption">
        Name, short name, mail address{{
          open.directoryGroups.length ? ` and the groups ${open.directoryGroups.join(', ')}` : ''
        }}
        come from a <RouterLink :to="`/directories/${open.directory}`">directory</RouterLink> and are changed
        there.
      </p>
      <FormField v-slot="f" label="Name" name="name">
        <el-input
          :id="f.id"
          v-model="form.name"
          :disabled="!!open?.directory"
          maxlength="80"
          :aria-describedby="f.describedby"
          @blur="proposeLogin"
        />
      </FormField>
      <FormField v-slot="f" label="Short name, for file names" name="login">
        <el-input
          :id="f.id"
          v-model="form.login"
          :disabled="!!open?.directory"
          maxlength="40"
          class="mono"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <FormField v-slot="f" label="Mail address" name="email">
        <el-input
          :id="f.id"
          v-model="form.email"
          :disabled="!!open?.directory"
          type="email"
          class="mono"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <GroupsField
        :model-value="form.groups ?? []"
        label="Groups"
        hint="Jobs can be for a group alone; names and folders can show the first."
        @update:model-value="form.groups = $event"
      />
      <LanguageField
        :model-value="form.language ?? ''"
        label="Language at panels and in mails"
        @update:model-value="form.language = $event"
      />
      <p v-if="open && may('CHANGE_SETUP')" class="small">
        <RouterLink class="link" :to="`/people/${open.id}/about`">Permissions and personal data</RouterLink>
      </p>
      <PersonCards v-if="open" :person="open.id" />
      <p v-if="open?.hasPin" class="caption">
        PIN made{{ open.pinMadeAt ? ' ' + ago(open.pinMadeAt) : ''
        }}{{ open.firstPin ? ' by an administrator' : '' }}.
      </p>
      <p v-if="isNew" class="caption">Courier makes a PIN that nobody else has and shows it once.</p>
    </template>
    <template #actions>
      <button v-if="open" type="button" class="button" :disabled="busy" @click="makePin(open)">
        {{ open.hasPin ? 'New PIN' : 'Make a PIN' }}
      </button>
      <button
        v-if="open"
        type="button"
        class="button"
        :disabled="busy"
        @click="setDisabled(open, !open.disabled)"
      >
        {{ open.disabled ? 'Enable' : 'Disable' }}
      </button>
    </template>
  </AreaLayout>
  <el-dialog v-model="pinShown" :title="`The PIN of ${pin.name}`" width="420" @closed="pin.digits = ''">
    <p class="digits" data-testid="pin">{{ pin.digits }}</p>
    <p>Note it now: it is shown only once. Courier keeps it only in a form that cannot be read back.</p>
    <template #footer>
      <button type="button" class="button ink" @click="pinShown = false">I have passed it on</button>
    </template>
  </el-dialog>
</template>

<style scoped>
.digits {
  padding: 10px 0 16px;
  font: 400 40px/48px var(--mono);
  letter-spacing: 0.12em;
}
</style>
