<script setup lang="ts">
import { ref } from 'vue';
import { refDebounced } from '@vueuse/core';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

/** The numbers that templates have given, and where each goes on. */
type Counter = Schemas['CounterView'];

const { may } = useSession();
const { say } = useToast();
const queries = useQueryClient();
const { general, busy, attempt } = useForm();
const find = ref('');
const asked = refDebounced(find, 200);
const query = useQuery({
  queryKey: ['counters', asked],
  queryFn: () => ask(api.GET('/api/counters', { params: { query: { find: asked.value } } })),
  placeholderData: keepPreviousData,
});

const open = ref('');
const next = ref(1);
function begin(counter: Counter) {
  open.value = counter.scope;
  next.value = counter.last + 1;
}
async function save(counter: Counter) {
  const set = await attempt(() =>
    ask(api.PUT('/api/counters', { body: { scope: counter.scope, last: next.value - 1 } })),
  );
  if (!set) return;
  open.value = '';
  say(`${set.words}: the next number is ${set.last + 1}.`);
  await queries.invalidateQueries({ queryKey: ['counters'] });
}
</script>

<template>
  <section v-if="query.data.value?.counters.length || find" aria-labelledby="counters">
    <div class="head">
      <h2 id="counters">Counters</h2>
      <el-input
        v-model="find"
        class="find"
        placeholder="Find a counter"
        aria-label="Find a counter"
        clearable
      />
    </div>
    <ErrorNote :error="query.error.value ?? general" />
    <table v-if="query.data.value?.counters.length" class="table">
      <thead>
        <tr>
          <th scope="col">Counts for</th>
          <th scope="col" class="number">Last number given</th>
          <th scope="col">Next</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="counter in query.data.value.counters" :key="counter.scope">
          <td>{{ counter.words }}</td>
          <td class="number">{{ counter.last }}</td>
          <td>
            <form v-if="open === counter.scope" class="set" @submit.prevent="save(counter)">
              <el-input-number
                v-model="next"
                :min="1"
                :max="999999999999"
                :controls="false"
                :aria-label="`Next number of ${counter.words}`"
              />
              <button type="submit" class="button ink" :disabled="busy">Save</button>
              <button type="button" class="button" @click="open = ''">Cancel</button>
              <span v-if="next <= counter.last" class="small care">
                Numbers from {{ next }} to {{ counter.last }} are given again.
              </span>
            </form>
            <template v-else>
              {{ counter.last + 1 }}
              <button
                v-if="may('CHANGE_SETUP')"
                type="button"
                class="link small"
                :aria-label="`Change the next number of ${counter.words}`"
                @click="begin(counter)"
              >
                Change
              </button>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="quiet">No counter fits.</p>
    <p v-if="query.data.value?.more" class="quiet small">
      There are more. Find one by its job, device, person or place.
    </p>
  </section>
</template>

<style scoped>
section {
  margin-top: 30px;
}
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding-bottom: 6px;
}
.find {
  width: 240px;
}
.number {
  width: 180px;
  text-align: right;
}
.table td:last-child,
.table th:last-child {
  padding-left: 40px;
}
.set {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.care {
  color: var(--care);
}
</style>
