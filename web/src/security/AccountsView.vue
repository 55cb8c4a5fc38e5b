<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { useClipboard } from '@vueuse/core';
import { computed, reactive, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { count, exact, when } from '@/shared/format';
import { useAct } from '@/shared/act';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import SetUpTokens from './SetUpTokens.vue';
import PlaceLimits from './PlaceLimits.vue';
import { ROLES, type Role } from './roles';
import SignInProvider from './SignInProvider.vue';

type Account = Schemas['AccountView'];

const queries = useQueryClient();
const { identity } = useSession();
const query = useQuery({ queryKey: ['accounts'], queryFn: () => ask(api.GET('/api/accounts')) });
const accounts = computed(() => query.data.value?.accounts ?? []);
const invitations = computed(() => query.data.value?.invitations ?? []);
const fresh = () => queries.invalidateQueries({ queryKey: ['accounts'] });

const inviting = ref(false);
const { general, busy, attempt, clear } = useForm();
const form = reactive({ login: '', name: '', email: '', role: 'OPERATOR' as Role });
const made = ref<Schemas['Invited']>();
const link = computed(() => (made.value ? window.location.origin + made.value.path : ''));
const { copy, copied } = useClipboard({ legacy: true });
function begin() {
  Object.assign(form, { login: '', name: '', email: '', role: 'OPERATOR' });
  made.value = undefined;
  clear();
  inviting.value = true;
}
async function invite() {
  made.value = await attempt(() => ask(api.POST('/api/accounts/invitations', { body: { ...form } })));
  await fresh();
}

const { failed, act } = useAct(fresh);
const path = (account: Account) => ({ params: { path: { id: account.id } } });
const setRole = (account: Account, role: Role) =>
  act(
    () => ask(api.PUT('/api/accounts/{id}/role', { ...path(account), body: { role } })),
    `${account.name} is ${ROLES[role].one} now.`,
  );
const endSessions = (account: Account) =>
  act(
    () => ask(api.DELETE('/api/accounts/{id}/sessions', path(account))),
    `${account.name} is signed out everywhere.`,
  );
const removeFactor = (account: Account) =>
  act(
    () => ask(api.DELETE('/api/accounts/{id}/second-factor', path(account))),
    `${account.name} signs in without a code.`,
  );
const withdraw = (id: string, name: string) =>
  act(
    () => ask(api.DELETE('/api/accounts/invitations/{id}', { params: { path: { id } } })),
    `The invitation of ${name} is withdrawn.`,
  );
const placesOf = (account: Account) => account.places.join(', ') || 'All places';
/** The account whose places are chosen. */
const limited = ref<Account>();
const leaving = ref<Account>();
const asking = computed({ get: () => !!leaving.value, set: (open) => open || (leaving.value = undefined) });
function remove() {
  const account = leaving.value;
  leaving.value = undefined;
  if (account)
    void act(
      () => ask(api.DELETE('/api/accounts/{id}', path(account))),
      `The account of ${account.name} is removed.`,
    );
}
</script>

<template>
  <TitleBar title="Accounts" hint="Who may sign in here at the desk. People who only scan need none.">
    <button type="button" class="button" @click="begin">Invite</button>
  </TitleBar>
  <ErrorNote :error="query.error.value ?? failed" />
  <div class="wide">
    <table v-if="accounts.length" class="table">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Account</th>
          <th scope="col">Role</th>
          <th scope="col">Second factor</th>
          <th scope="col">Signed in</th>
          <th scope="col" aria-label="Remove"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="account in accounts" :key="account.id">
          <td>
            <strong>{{ account.name }}</strong>
            <p class="small quiet">{{ account.email }}</p>
          </td>
          <td class="mono">{{ account.login }}</td>
          <td>
            <template v-if="account.ofProvider">
              {{ ROLES[account.role].name }}
              <p class="small quiet">by its groups</p>
            </template>
            <el-select
              v-else
              :model-value="account.role"
              :aria-label="`Role of ${account.name}`"
              class="role"
              @update:model-value="(role: Role) => setRole(account, role)"
            >
              <el-option v-for="(role, key) in ROLES" :key="key" :value="key" :label="role.name" />
            </el-select>
            <p v-if="account.role === 'OPERATOR'">
              <button
                type="button"
                class="link small"
                :aria-label="`Places of ${account.name}: ${placesOf(account)}`"
                @click="limited = account"
              >
                {{ placesOf(account) }}
              </button>
            </p>
          </td>
          <td>
            <span v-if="account.ofProvider" class="quiet">At the provider</span>
            <template v-else-if="account.secondFactor">
              <StateMark mark="accepted" :size="12" silent /> On
              <button type="button" class="link small" @click="removeFactor(account)">Remove</button>
            </template>
            <span v-else class="quiet">Off</span>
          </td>
          <td>
            <template v-if="account.sessions">
              {{ count(account.sessions, 'browser') }}
              <button
                v-if="account.login !== identity?.login"
                type="button"
                class="link small"
                @click="endSessions(account)"
              >
                Sign out
              </button>
            </template>
            <span v-else class="quiet">No</span>
          </td>
          <td>
            <button
              v-if="account.login !== identity?.login"
              type="button"
              class="link small"
              @click="leaving = account"
            >
              Remove
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <template v-if="invitations.length">
    <h2>Invited</h2>
    <table class="table">
      <tbody>
        <tr v-for="one in invitations" :key="one.id">
          <td>
            <strong>{{ one.name }}</strong>
            <p class="small quiet">{{ one.email }}</p>
          </td>
          <td class="mono">{{ one.login }}</td>
          <td>{{ ROLES[one.role].name }}</td>
          <td class="quiet small" :title="exact(one.endsAt)">
            by {{ one.invitedBy }}, until {{ when(one.endsAt) }}
          </td>
          <td>
            <button type="button" class="link small" @click="withdraw(one.id, one.name)">Withdraw</button>
          </td>
        </tr>
      </tbody>
    </table>
  </template>
  <PlaceLimits v-model="limited" @changed="fresh" />
  <SetUpTokens />
  <SignInProvider />
  <section aria-labelledby="roles">
    <h2 id="roles">Roles</h2>
    <dl>
      <template v-for="(role, key) in ROLES" :key="key">
        <dt>{{ role.name }}</dt>
        <dd>{{ role.may }}</dd>
      </template>
    </dl>
  </section>
  <AskDelete
    v-model="asking"
    verb="Remove"
    :name="leaving ? `the account of ${leaving.name}` : ''"
    says="All sessions of the account end at once. What it did stays in the logs."
    @remove="remove"
  />
  <el-dialog v-model="inviting" title="Invite to the desk" width="460" append-to-body>
    <template v-if="made">
      <p>
        Send this link to {{ made.invitation.name }} by a way that only they read. It works once, for three
        days, and is not shown again.
      </p>
      <p class="mono link-text">{{ link }}</p>
      <div class="actions">
        <button type="button" class="button ink" @click="copy(link)">
          {{ copied ? 'Copied' : 'Copy link' }}
        </button>
        <button type="button" class="button" @click="inviting = false">Close</button>
      </div>
    </template>
    <form v-else class="stacked" novalidate @submit.prevent="invite">
      <FormField v-slot="f" label="Name" name="name">
        <el-input :id="f.id" v-model="form.name" autofocus :aria-describedby="f.describedby" />
      </FormField>
      <FormField
        v-slot="f"
        label="Account"
        name="login"
        hint="For signing in: lower-case letters and digits."
      >
        <el-input :id="f.id" v-model="form.login" autocapitalize="none" :aria-describedby="f.describedby" />
      </FormField>
      <FormField v-slot="f" label="Mail address" name="email">
        <el-input :id="f.id" v-model="form.email" type="email" :aria-describedby="f.describedby" />
      </FormField>
      <FormField v-slot="f" label="Role" name="role" :hint="ROLES[form.role].may">
        <el-select :id="f.id" v-model="form.role" :aria-describedby="f.describedby">
          <el-option v-for="(role, key) in ROLES" :key="key" :value="key" :label="role.name" />
        </el-select>
      </FormField>
      <ErrorNote :error="general" />
      <button type="submit" class="button ink" :disabled="busy">Make the link</button>
    </form>
  </el-dialog>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
.table {
  margin-top: 10px;
}
h2 {
  margin-top: 24px;
}
.role {
  width: 160px;
}
td p {
  margin: 0;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 6px 16px;
  margin: 8px 0 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
.link-text {
  margin: 12px 0;
  padding: 10px;
  background: var(--paper-2);
  overflow-wrap: anywhere;
}
</style>
