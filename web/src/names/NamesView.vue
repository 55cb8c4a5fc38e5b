<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import CounterList from './CounterList.vue';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';

const { may } = useSession();
const router = useRouter();
const query = useQuery({ queryKey: ['names'], queryFn: () => ask(api.GET('/api/names')) });
useKeys({ n: () => void router.push('/names/new') });
</script>

<template>
  <TitleBar
    :title="query.data.value?.length ? count(query.data.value.length, 'file-name template') : 'File names'"
    hint="What the files of a job are called"
  >
    <RouterLink v-if="may('CHANGE_SETUP')" class="button" to="/names/new">New template</RouterLink>
  </TitleBar>
  <ErrorNote :error="query.error.value" />
  <table v-if="query.data.value?.length" class="table opens">
    <thead>
      <tr>
        <th scope="col">Template</th>
        <th scope="col">As written</th>
        <th scope="col">A scan made now would be named</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="name in query.data.value" :key="name.id" @click="router.push('/names/' + name.id)">
        <td>
          <RouterLink :to="'/names/' + name.id">{{ name.name }}</RouterLink>
        </td>
        <td class="mono">{{ name.template }}</td>
        <td class="mono">
          {{ name.example }}
          <span v-if="name.mayRepeat" class="care"
            ><StateMark mark="care" :size="13" silent /> two scans could get the same name</span
          >
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="empty-view">
    A template is a text with fields, such as the day, the person and a counter. Every job names its files by
    one.
  </p>
  <CounterList />
</template>

<style scoped>
.care {
  display: block;
  color: var(--care);
  font-family: var(--text);
}
</style>
