<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { useClipboard } from '@vueuse/core';
import { computed, reactive, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { dayOf, exact, when } from '@/shared/format';
import { useAct } from '@/shared/act';
import { useForm } from '@/shared/problems';
import TickBox from '@/shared/TickBox.vue';

/** Tokens by which programs read and change the set-up, such as the command line in a pipeline. */
type Token = Schemas['TokenView'];
const queries = useQueryClient();
const query = useQuery({ queryKey: ['tokens'], queryFn: () => ask(api.GET('/api/tokens')) });
const fresh = () => queries.invalidateQueries({ queryKey: ['tokens'] });
const { general, busy, attempt, clear } = useForm();
const form = reactive({ name: '', mayChange: false, days: 90 });
const DAYS = [7, 30, 90, 180, 366];
const making = ref(false);
const made = ref<Schemas['NewToken']>();
const { copy, copied } = useClipboard({ legacy: true });

function begin() {
  Object.assign(form, { name: '', mayChange: false, days: 90 });
  made.value = undefined;
  clear();
  making.value = true;
}
async function make() {
  made.value = await attempt(() => ask(api.POST('/api/tokens', { body: { ...form } })));
  await fresh();
}
const leaving = ref<Token>();
const asking = computed({ get: () => !!leaving.value, set: (open) => open || (leaving.value = undefined) });
const { failed, act } = useAct(fresh);
function remove() {
  const token = leaving.value;
  leaving.value = undefined;
  if (token)
    void act(
      () => ask(api.DELETE('/api/tokens/{id}', { params: { path: { id: token.id } } })),
      `The token ${token.name} is removed.`,
    );
}
const isOver = (token: Token) => new Date(token.until) < new Date();
</script>

<template>
  <section aria-labelledby="tokens">
    <div class="head">
      <h2 id="tokens">Tokens for programs</h2>
      <button type="button" class="button" @click="begin">New token</button>
    </div>
    <p class="quiet small">
      By a token the command line (<span class="mono">bin/setup</span>) exports, compares and applies the
      set-up, and Prometheus reads <span class="mono">/actuator/prometheus</span>. It opens nothing else.
    </p>
    <ErrorNote :error="query.error.value ?? failed" />
    <table v-if="query.data.value?.length" class="table">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">May</th>
          <th scope="col">Valid until</th>
          <th scope="col">Last used</th>
          <th scope="col">Created by</th>
          <th scope="col" aria-label="Remove"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="token in query.data.value" :key="token.id">
          <td>
            <strong>{{ token.name }}</strong>
          </td>
          <td>{{ token.mayChange ? 'read and change' : 'read' }}</td>
          <td :title="exact(token.until)">
            {{ dayOf(token.until.slice(0, 10)) }} <span v-if="isOver(token)" class="over">ended</span>
          </td>
          <td>
            <template v-if="token.usedAt">
              {{ when(token.usedAt) }} <span class="quiet small">from {{ token.usedFrom }}</span>
            </template>
            <span v-else class="quiet">never</span>
          </td>
          <td>{{ token.madeBy }}</td>
          <td>
            <button
              type="button"
              class="link small"
              :aria-label="`Remove ${token.name}`"
              @click="leaving = token"
            >
              Remove
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="query.data.value" class="quiet">No tokens.</p>
    <el-dialog
      v-model="making"
      :title="made ? `Token ${made.made.name}` : 'New token'"
      width="480"
      append-to-body
    >
      <form v-if="!made" id="token" class="form" @submit.prevent="make">
        <FormField v-slot="f" label="Name" name="name">
          <el-input
            :id="f.id"
            v-model="form.name"
            maxlength="60"
            placeholder="Where it is used: pipeline"
            :aria-describedby="f.describedby"
          />
        </FormField>
        <FormField v-slot="f" label="Valid for" name="days">
          <el-select :id="f.id" v-model="form.days" aria-label="Valid for" :aria-describedby="f.describedby">
            <el-option v-for="days in DAYS" :key="days" :value="days" :label="`${days} days`" />
          </el-select>
        </FormField>
        <TickBox
          v-model="form.mayChange"
          words="May change the set-up"
          note="Otherwise it only reads: export, check, diff."
        />
        <ErrorNote :error="general" />
      </form>
      <template v-else>
        <p class="mono token">{{ made.token }}</p>
        <p>Copy it now: it is shown only once.</p>
      </template>
      <template #footer>
        <div class="actions">
          <template v-if="made">
            <button type="button" class="button" @click="copy(made.token)">
              {{ copied ? 'Copied' : 'Copy' }}
            </button>
            <button type="button" class="button ink" @click="making = false">Done</button>
          </template>
          <template v-else>
            <button type="button" class="button" @click="making = false">Cancel</button>
            <button type="submit" form="token" class="button ink" :disabled="busy">Create</button>
          </template>
        </div>
      </template>
    </el-dialog>
    <AskDelete
      v-model="asking"
      :name="leaving?.name ?? ''"
      says="Programs that use it are refused from then on."
      @remove="remove"
    />
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding-top: 26px;
}
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
.over {
  color: var(--failed);
}
.form {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.token {
  padding: 8px 10px;
  background: var(--paper-1);
  overflow-wrap: anywhere;
  user-select: all;
}
.actions {
  justify-content: flex-end;
}
</style>
