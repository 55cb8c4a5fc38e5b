<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, reactive, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import { conditionMark } from '@/shared/states';
import { useToast } from '@/shared/toast';
import ReachFields from './ReachFields.vue';
import { abilityRows } from './abilities';

const router = useRouter();
const { query } = useRoute();
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const known = useQuery({
  queryKey: ['devices', 'places'],
  queryFn: () => ask(api.GET('/api/devices/places')),
});
const form = reactive<Schemas['DeviceForm']>({
  address: String(query.address ?? ''),
  name: '',
  place: '',
  placeWhat: '',
  signOutSeconds: 60,
  language: '',
  fingerprint: '',
  account: '',
});
/** Most devices are found by their address alone. */
const more = ref(false);
const seen = ref<Schemas['Look']>();
const places = computed(() => known.data.value ?? []);

async function look() {
  seen.value = undefined;
  const { address, protocol, encrypted, fingerprint, account, password } = form;
  const body = { address, protocol, encrypted, fingerprint, account, password };
  const found = await attempt(() => ask(api.POST('/api/devices/look', { body })));
  seen.value = found;
  // What stands in the way is seen there.
  if (!found?.says) more.value = true;
}
/** Somebody has compared it with what the device says itself. */
async function trust(fingerprint: string) {
  form.fingerprint = fingerprint;
  await look();
}
// What was found belongs to what was entered.
watch(
  () => [form.address, form.protocol, form.encrypted, form.account, form.password],
  () => (seen.value = undefined),
);

async function save() {
  const place = places.value.find((one) => one.name === form.place);
  if (place && !form.placeWhat) form.placeWhat = place.what;
  const body = { ...form, protocol: seen.value?.protocol, encrypted: seen.value?.access.encrypted };
  const saved = await attempt(() => ask(api.POST('/api/devices', { body })));
  if (!saved) return;
  await queries.invalidateQueries({ queryKey: ['devices'] });
  void queries.invalidateQueries({ queryKey: ['overview'] });
  if (router.currentRoute.value.path !== '/') await router.push('/devices/' + saved.id);
  say(`${saved.name} created.`);
}

function submit() {
  return seen.value?.says ? save() : look();
}
</script>

<template>
  <form class="add" aria-label="Add a device" novalidate @submit.prevent="submit">
    <div class="address">
      <FormField v-slot="f" label="Address" name="address">
        <el-input
          :id="f.id"
          v-model="form.address"
          class="mono"
          placeholder="192.0.2.17"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <button v-if="!seen?.says" class="button stamp" type="submit" :disabled="busy || !form.address">
        {{ form.protocol === 'MAIL' ? 'Continue' : busy ? 'Asking the device ...' : 'Look at the device' }}
      </button>
    </div>
    <button v-if="!more" type="button" class="link small more" @click="more = true">
      Protocol, encryption, account
    </button>
    <ReachFields v-if="more" v-model="form" :certificate="seen?.certificate ?? undefined" @trust="trust" />
    <template v-if="seen?.says">
      <div class="found">
        <p>
          <StateMark :mark="conditionMark(seen.says.condition, seen.protocol)" />
          <strong>{{ seen.says.abilities.makeAndModel }}</strong>
          <span class="quiet">
            {{ seen.says.conditionWords
            }}<template v-if="seen.says.standIn"> A stand-in, for trying things out.</template></span
          >
        </p>
        <dl>
          <div
            v-for="row in abilityRows(seen.says.abilities, seen.protocol, seen.access.encrypted)"
            :key="row.name"
          >
            <dt>{{ row.name }}</dt>
            <dd>{{ row.words }}</dd>
          </div>
        </dl>
      </div>
      <div class="pair">
        <FormField v-slot="f" label="Name, as people call it" name="name">
          <el-input
            :id="f.id"
            v-model="form.name"
            maxlength="40"
            placeholder="Front desk"
            :aria-describedby="f.describedby"
          />
        </FormField>
        <FormField v-slot="f" label="Place" name="place">
          <el-input
            :id="f.id"
            v-model="form.place"
            maxlength="40"
            placeholder="Head office"
            list="places"
            :aria-describedby="f.describedby"
          />
          <datalist id="places">
            <option v-for="one in places" :key="one.name" :value="one.name"></option>
          </datalist>
        </FormField>
      </div>
      <ErrorNote :error="general" />
      <div class="actions">
        <button class="button stamp" type="submit" :disabled="busy">Save the device</button>
        <button class="link small" type="button" @click="seen = undefined">Another address</button>
      </div>
    </template>
    <ErrorNote v-else :error="general" />
  </form>
</template>

<style scoped>
.add {
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.address {
  display: flex;
  gap: 12px;
  align-items: start;
}
/* Beside the field, not beside what is said below it. */
.address .button {
  margin-top: 19px;
}
.address > :first-child {
  flex: 1;
}
.more {
  align-self: start;
}
.found {
  padding: 12px 14px;
  background: var(--paper-0);
}
.found p {
  display: flex;
  gap: 8px;
}
dl {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 20px;
  margin: 8px 0 0;
}
dl div {
  display: flex;
  gap: 10px;
  padding: 3px 0;
  border-top: 1px solid var(--rule);
}
dt {
  flex: none;
  width: 88px;
  color: var(--ink-5);
  font-size: 13px;
}
dd {
  margin: 0;
  font-size: 13px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>
