<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, onBeforeUnmount, ref } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { count } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { textOf } from '@/shared/textFile';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import FoundDevices from './FoundDevices.vue';
import { useFound, type FoundRow } from './useFound';

/** Devices that are found by themselves, in a range of addresses or in a list, and added many at once. */
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const { rows, adding, asking, chosen, take, look: lookAt, trust, add, stop } = useFound();
const known = useQuery({
  queryKey: ['devices', 'places'],
  queryFn: () => ask(api.GET('/api/devices/places')),
});
const places = computed(() => known.data.value ?? []);
const range = ref('');
const listening = ref(false);
/** What was last looked for, where nothing came of it. */
const searched = ref('');
const progress = ref<{ looked: number; hosts: number }>();
const chooser = ref<HTMLInputElement>();
/** What is there already comes last. */
const shown = computed(() =>
  rows.value
    .filter((row) => row.state !== 'NONE')
    .sort((one, other) => Number(one.state === 'KEPT') - Number(other.state === 'KEPT')),
);
const others = computed(() => rows.value.length - shown.value.length);
const summary = computed(() => {
  const of = (...states: FoundRow['state'][]) =>
    rows.value.filter(({ state }) => states.includes(state)).length;
  const parts = [
    [of('ASKING'), 'being asked'],
    [of('READY', 'ADDING'), 'can be added'],
    [of('TRUST'), 'show a certificate to check'],
    [of('FAILED'), 'cannot be added'],
    [of('ADDED'), 'added'],
    [of('KEPT'), 'already added'],
  ] as const;
  return parts
    .filter(([n]) => n)
    .map(([n, words]) => `${n} ${words}`)
    .join(', ');
});
const stopped = ref(false);
const outcome = ref<HTMLElement>();
onBeforeUnmount(() => {
  stopped.value = true;
  stop();
});

async function listen() {
  if (busy.value) return;
  listening.value = true;
  const found = await attempt(() => ask(api.POST('/api/devices/search/announced')));
  listening.value = false;
  if (!found) return;
  searched.value = 'Nothing announces itself on the networks of the server.';
  take(found);
}

async function look() {
  stopped.value = false;
  await attempt(async () => {
    for (let from = 0, hosts = 1; from < hosts && !stopped.value;) {
      const part = await ask(api.POST('/api/devices/search/range', { body: { range: range.value, from } }));
      take(part.found);
      from = part.looked;
      hosts = part.hosts;
      progress.value = { looked: from, hosts };
    }
    searched.value = `No device answers in ${range.value}.`;
  });
  progress.value = undefined;
}

async function choose(event: Event) {
  const input = event.target as HTMLInputElement;
  const chosenFile = input.files?.[0];
  if (!chosenFile) return;
  const file = await textOf(chosenFile);
  input.value = '';
  const found = await attempt(() => ask(api.POST('/api/devices/search/table', { body: { file } })));
  if (found) take(found);
}

async function addChosen() {
  const added = await add(places.value);
  await queries.invalidateQueries({ queryKey: ['devices'] });
  void queries.invalidateQueries({ queryKey: ['overview'] });
  if (added) say(`${count(added, 'device')} added.`);
  // The button rests now: whoever goes by the keyboard goes on where the outcome stands
  outcome.value?.focus();
}
</script>

<template>
  <TitleBar
    title="Find devices"
    hint="Nothing is changed on the devices. Only those that you choose are added."
  >
    <RouterLink class="button" to="/devices/new">Add one by its address</RouterLink>
  </TitleBar>
  <div class="sources">
    <section aria-labelledby="announced">
      <h2 id="announced">On the network</h2>
      <p class="small quiet">What announces itself to the server by DNS-SD: IPP, eSCL and SANE.</p>
      <button type="button" class="button" @click="listen">
        {{ listening ? 'Listening ...' : 'Search' }}
      </button>
    </section>
    <section aria-labelledby="range">
      <h2 id="range">In a range of addresses</h2>
      <form novalidate @submit.prevent="progress ? (stopped = true) : look()">
        <FormField v-slot="f" label="Range" name="range">
          <el-input
            :id="f.id"
            v-model="range"
            class="mono"
            placeholder="192.0.2.0/24"
            maxlength="40"
            :aria-describedby="f.describedby"
          />
        </FormField>
        <button type="submit" class="button" :disabled="!range">{{ progress ? 'Stop' : 'Look' }}</button>
      </form>
      <p v-if="progress" class="small quiet" role="status">
        {{ progress.looked }} of {{ progress.hosts }} addresses looked at
      </p>
    </section>
    <section aria-labelledby="list">
      <h2 id="list">From a list</h2>
      <p class="small quiet">
        A table of comma-separated values: <span class="mono">address</span>, and if wanted
        <span class="mono">name, place, what, protocol</span>.
      </p>
      <input
        ref="chooser"
        type="file"
        accept=".csv,.txt,text/csv"
        hidden
        aria-label="Table of devices"
        @change="choose"
      />
      <button type="button" class="button" :disabled="busy" @click="chooser?.click()">Choose a file</button>
    </section>
  </div>
  <ErrorNote :error="general" />
  <template v-if="shown.length">
    <p ref="outcome" class="quiet small" role="status" tabindex="-1">{{ summary }}</p>
    <FoundDevices :rows="shown" :places="places" :adding="adding" @trust="trust" @again="lookAt" />
    <p v-if="others" class="quiet small">
      {{ count(others, 'other address', 'other addresses') }} answered, but not as a scanner or printer.
    </p>
    <footer class="actions">
      <button
        type="button"
        class="button stamp"
        :disabled="adding || asking || !chosen.length"
        @click="addChosen"
      >
        {{
          adding
            ? 'Adding ...'
            : asking
              ? 'Asking them ...'
              : chosen.length
                ? `Add ${count(chosen.length, 'device')}`
                : 'Add'
        }}
      </button>
    </footer>
  </template>
  <p v-else-if="asking" class="quiet" role="status">Asking the addresses that answer ...</p>
  <p v-else-if="searched && !busy" class="empty-view">{{ searched }}</p>
</template>

<style scoped>
.sources {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 28px;
  margin: 14px 0 24px;
}
.sources section {
  padding-top: 8px;
  border-top: 2px solid var(--ink-9);
}
.sources p {
  margin: 4px 0 10px;
}
form {
  display: flex;
  gap: 10px;
  align-items: flex-end;
}
form > :first-child {
  flex: 1;
}
.actions {
  margin: 14px 0 28px;
}
@media (max-width: 820px) {
  .sources {
    grid-template-columns: minmax(0, 1fr);
    gap: 18px;
  }
}
</style>
