<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask } from '@/api/client';
import CompareProfiles from './CompareProfiles.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { count } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

const { may } = useSession();
const router = useRouter();
const queries = useQueryClient();
const { say } = useToast();
const { general, attempt } = useForm();
const query = useQuery({ queryKey: ['profiles'], queryFn: () => ask(api.GET('/api/profiles')) });
const chooser = ref<HTMLInputElement>();
const comparing = ref(false);
useKeys({ n: () => void router.push('/profiles/new') });

async function bring(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  const text = await file.text();
  input.value = '';
  const made = await attempt(() => ask(api.POST('/api/profiles/import', { body: { file: text } })));
  if (!made) return;
  await queries.invalidateQueries({ queryKey: ['profiles'] });
  await router.push('/profiles/' + made.id);
  say(`${made.name} created.`);
}
</script>

<template>
  <TitleBar
    :title="query.data.value?.length ? count(query.data.value.length, 'scan profile') : 'Scan profiles'"
    hint="How paper becomes pages and files"
  >
    <button v-if="(query.data.value?.length ?? 0) > 1" type="button" class="button" @click="comparing = true">
      Compare
    </button>
    <button v-if="may('CHANGE_SETUP')" type="button" class="button" @click="chooser?.click()">Import</button>
    <input
      ref="chooser"
      type="file"
      accept="application/json,.json"
      hidden
      aria-label="Profile to import"
      @change="bring"
    />
    <RouterLink v-if="may('CHANGE_SETUP')" class="button" to="/profiles/new">New profile</RouterLink>
  </TitleBar>
  <CompareProfiles v-model="comparing" :profiles="query.data.value ?? []" />
  <ErrorNote :error="query.error.value ?? general" />
  <table v-if="query.data.value?.length" class="table opens">
    <thead>
      <tr>
        <th scope="col">Profile</th>
        <th scope="col">What it does</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in query.data.value" :key="row.id" @click="router.push('/profiles/' + row.id)">
        <td>
          <RouterLink :to="'/profiles/' + row.id">{{ row.name }}</RouterLink>
        </td>
        <td>{{ row.sentence }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="empty-view">
    A scan profile says how paper becomes pages: colour or grey, how fine, one side or both, what is tidied,
    what files are made. Jobs are made from it.
  </p>
</template>

<style scoped>
td:first-child {
  width: 320px;
}
</style>
