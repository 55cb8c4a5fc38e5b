<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import AskDelete from '@/shared/AskDelete.vue';
import ClientSecret from '@/shared/ClientSecret.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ifMatch } from '@/shared/one';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import TextField from '@/shared/TextField.vue';
import { useToast } from '@/shared/toast';
import { ROLES, type Role } from './roles';

/** Where accounts of the office sign in once for everything, and which of its groups may do what. */
const ROLE_KEYS = Object.keys(ROLES) as Role[];
const roleName = (role: Role) => ROLES[role].name;
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt, clear } = useForm();
const query = useQuery({
  queryKey: ['sign-in-provider'],
  queryFn: () => ask(api.GET('/api/sign-in-provider')),
});
const provider = computed(() => query.data.value?.provider);
const open = ref(false);
/** Of what the form was filled from. */
let version = '';
const form = ref<Schemas['ProviderForm']>(blank());
const found = ref<Schemas['ProviderFound']>();
const wayBack = `${window.location.origin}/api/session/provider/code`;

function blank(): Schemas['ProviderForm'] {
  return { name: '', issuer: '', clientId: '', groupsClaim: '', groups: {} };
}
function begin() {
  const { name, issuer, clientId, groupsClaim, groups } = provider.value ?? blank();
  form.value = { name, issuer, clientId, groupsClaim, groups: { ...groups } };
  version = provider.value?.version ?? '';
  found.value = undefined;
  clear();
  open.value = true;
}
watch(form, () => (found.value = undefined), { deep: true });
const groupsOf = (role: Role) => (form.value.groups[role] ?? []).join('\n');
const setGroups = (role: Role, text: string) => (form.value.groups[role] = text.split('\n'));

async function test() {
  found.value = await attempt(() => ask(api.POST('/api/sign-in-provider/test', { body: form.value })));
}
async function save() {
  const saved = await attempt(() =>
    ask(
      api.PUT('/api/sign-in-provider', {
        params: { header: ifMatch(version) },
        body: form.value,
      }),
    ),
  );
  if (!saved) return;
  queries.setQueryData(['sign-in-provider'], saved);
  open.value = false;
  say(`${form.value.name} saved.`);
}
const leaving = ref(false);
async function remove() {
  leaving.value = false;
  const name = provider.value?.name ?? '';
  const done = await attempt(async () => {
    await ask(api.DELETE('/api/sign-in-provider'));
    return true;
  });
  if (!done) return;
  await queries.invalidateQueries({ queryKey: ['sign-in-provider'] });
  await queries.invalidateQueries({ queryKey: ['accounts'] });
  say(`${name} removed. Nobody signs in through it any more.`);
}
</script>

<template>
  <section aria-labelledby="provider">
    <h2 id="provider">Sign-in provider</h2>
    <ErrorNote :error="query.error.value ?? (open ? undefined : general)" />
    <div v-if="provider" class="there">
      <p>
        <strong>{{ provider.name }}</strong>
        <span class="mono small quiet">{{ provider.issuer }}</span>
      </p>
      <dl>
        <template v-for="role in ROLE_KEYS" :key="role">
          <template v-if="provider.groups[role]?.length">
            <dt>{{ roleName(role) }}</dt>
            <dd>{{ provider.groups[role]?.join(', ') }}</dd>
          </template>
        </template>
      </dl>
      <button type="button" class="link small" @click="begin">Change</button>
      <button type="button" class="link small" @click="leaving = true">Remove</button>
    </div>
    <div v-else-if="query.data.value" class="none">
      <p class="quiet">
        None. With an OpenID Connect provider, people sign in with the account they have at the office, and
        its groups give their role.
      </p>
      <button type="button" class="button" @click="begin">Set up a provider</button>
    </div>
    <AskDelete
      v-model="leaving"
      verb="Remove"
      :name="provider?.name ?? ''"
      says="Everybody who signed in through it is signed out. Their accounts stay in the list until you remove them."
      @remove="remove"
    />
    <el-dialog v-model="open" title="Sign-in provider" width="560" top="3vh" append-to-body>
      <form class="stacked" novalidate @submit.prevent="save">
        <TextField
          v-model="form.name"
          :maxlength="60"
          label="Name"
          name="name"
          hint="Shown on the sign-in button."
        />
        <TextField
          v-model="form.issuer"
          mono
          label="Issuer"
          name="issuer"
          placeholder="https://accounts.office.example"
          hint="As the provider writes it, to the last slash."
        />
        <TextField v-model="form.clientId" mono label="Client ID" name="clientId" />
        <ClientSecret v-model="form.secret" name="secret" :kept="provider?.hasSecret ?? false" />
        <p class="small">
          Redirect URI to register at the provider: <span class="mono">{{ wayBack }}</span>
        </p>
        <TextField
          v-model="form.groupsClaim"
          mono
          label="Claim with the groups"
          name="groupsClaim"
          placeholder="groups"
        />
        <fieldset>
          <legend>Groups that give a role (one per line)</legend>
          <TextField
            v-for="role in ROLE_KEYS"
            :key="role"
            :model-value="groupsOf(role)"
            type="textarea"
            :label="roleName(role)"
            :name="role === 'ADMINISTRATOR' ? 'groups' : `groups.${role}`"
            @update:model-value="setGroups(role, String($event ?? ''))"
          />
        </fieldset>
        <p class="small quiet">
          Who is in several groups has the role with the most rights. Who is in none cannot sign in. Accounts
          with a password here keep it.
        </p>
        <ErrorNote :error="general" />
        <p v-if="found" class="small" role="status">
          <StateMark mark="accepted" :size="12" silent /> The provider answers.
          <span class="mono caption">{{ found.authorization }}</span>
        </p>
        <div class="actions">
          <button type="submit" class="button ink" :disabled="busy">Save</button>
          <button type="button" class="button" :disabled="busy" @click="test">Test connection</button>
        </div>
      </form>
    </el-dialog>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 24px;
}
.there p {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.there .link + .link {
  margin-left: 14px;
}
.none p {
  max-width: 560px;
  margin-bottom: 8px;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 16px;
  margin: 6px 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
fieldset {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
  margin: 0;
  padding: 0;
  border: 0;
}
legend {
  padding: 0;
  margin-bottom: 4px;
  font-weight: 600;
}
@media (max-width: 600px) {
  fieldset {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
