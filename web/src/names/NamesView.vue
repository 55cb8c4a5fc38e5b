<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import StateMark from '@/shared/StateMark.vue';

const router = useRouter();
const query = useQuery({ queryKey: ['names'], queryFn: () => ask(api.GET('/api/names')) });
useKeys({ n: () => void router.push('/names/new') });
</script>

<template>
  <div class="title">
    <div>
      <h1>
        {{ query.data.value?.length ? count(query.data.value.length, 'file-name template') : 'File names' }}
      </h1>
      <p class="quiet small">What the files of a job are called</p>
    </div>
    <RouterLink class="button" to="/names/new">New template</RouterLink>
  </div>
  <ErrorNote :error="query.error.value" />
  <table v-if="query.data.value?.length" class="table">
    <thead>
      <tr>
        <th scope="col">Template</th>
        <th scope="col">As written</th>
        <th scope="col">A scan made now would be called</th>
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
  <p v-else-if="!query.isLoading.value" class="quiet empty">
    A template is a text with fields, such as the day, the person and a counter. Every job names its files by
    one.
  </p>
</template>

<style scoped>
.title {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding-bottom: 10px;
  border-bottom: 2px solid var(--ink-9);
}
td a {
  color: var(--ink-9);
  font-weight: 600;
  text-decoration: none;
}
tbody tr {
  cursor: pointer;
}
.care {
  display: block;
  color: var(--care);
  font-family: var(--text);
}
.empty {
  max-width: 520px;
  padding: 20px 0;
}
</style>
