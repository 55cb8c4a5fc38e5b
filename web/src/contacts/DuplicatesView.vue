<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { reactive } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { useForm } from '@/shared/problems';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import BookLinks from './BookLinks.vue';

/** Contacts that may be one and the same: which one stays is chosen, and those that are not the same are left alone. */
type Contact = Schemas['ContactView'];
const queries = useQueryClient();
const { say } = useToast();
const { may } = useSession();
const { general, busy, attempt } = useForm();
const found = useQuery({
  queryKey: ['contacts', 'duplicates'],
  queryFn: () => ask(api.GET('/api/contacts/duplicates')),
});
/** Which stays, and which are not the same, by the first of each set. */
const kept = reactive<Record<string, string>>({});
const others = reactive<Record<string, string[]>>({});
const first = (set: Contact[]) => set[0]?.id ?? '';
const keeps = (set: Contact[]) => kept[first(set)] ?? first(set);
const isOther = (set: Contact[], id: string) => others[first(set)]?.includes(id) ?? false;
function setOther(set: Contact[], id: string, wanted: boolean) {
  const now = (others[first(set)] ?? []).filter((one) => one !== id);
  others[first(set)] = wanted ? [...now, id] : now;
}
const going = (set: Contact[]) => set.filter((one) => one.id !== keeps(set) && !isOther(set, one.id));

async function merge(set: Contact[]) {
  const id = keeps(set);
  const body = { others: going(set).map((one) => one.id) };
  const made = await attempt(() =>
    ask(api.POST('/api/contacts/{id}/merge', { params: { path: { id } }, body })),
  );
  if (!made) return;
  await queries.invalidateQueries({ queryKey: ['contacts'] });
  say(`${made.name} stays with ${made.email}.`);
}
</script>

<template>
  <TitleBar
    title="Possible duplicates"
    hint="Contacts with the same mail address, or with the same words in their names"
  >
    <template #under><BookLinks :duplicates="found.data.value?.length" /></template>
  </TitleBar>
  <ErrorNote :error="found.error.value ?? general" />
  <p v-if="found.data.value && !found.data.value.length" class="none">There are none.</p>
  <section v-for="set in found.data.value ?? []" :key="first(set)" :aria-label="set[0]?.name">
    <table class="table">
      <thead>
        <tr>
          <th scope="col">Keep</th>
          <th scope="col">Name</th>
          <th scope="col">Mail address</th>
          <th scope="col">Company</th>
          <th scope="col">Groups</th>
          <th scope="col">Seen at</th>
          <th scope="col">Not the same</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in set" :key="one.id" :class="{ gone: going(set).includes(one) }">
          <td>
            <input
              type="radio"
              :name="first(set)"
              :aria-label="`Keep ${one.name}, ${one.email}`"
              :checked="keeps(set) === one.id"
              @change="kept[first(set)] = one.id"
            />
          </td>
          <td>{{ one.name }}</td>
          <td class="mono">{{ one.email }}</td>
          <td>{{ one.company }}</td>
          <td>{{ one.groups.join(', ') }}</td>
          <td>
            <span :class="{ quiet: !one.place }">{{ one.place || 'all devices' }}</span>
          </td>
          <td>
            <input
              v-if="keeps(set) !== one.id"
              type="checkbox"
              :aria-label="`${one.name}, ${one.email} is not the same`"
              :checked="isOther(set, one.id)"
              @change="setOther(set, one.id, ($event.target as HTMLInputElement).checked)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="may('CHANGE_SETUP')"
      type="button"
      class="button"
      :disabled="busy || !going(set).length"
      @click="merge(set)"
    >
      Merge
    </button>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  justify-items: start;
  margin: 16px 0 24px;
}
input {
  accent-color: var(--stamp);
}
.gone td {
  color: var(--ink-5);
  text-decoration: line-through;
}
.gone td:first-child,
.gone td:last-child {
  text-decoration: none;
}
.none {
  margin-top: 16px;
}
</style>
