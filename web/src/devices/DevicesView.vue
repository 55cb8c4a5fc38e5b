<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ListTools from '@/shared/ListTools.vue';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import FoundHere from '@/preflight/FoundHere.vue';
import AreaLayout from '@/shared/AreaLayout.vue';
import { useArea } from '@/shared/area';
import { ifMatch } from '@/shared/one';
import { ago, count, figure } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import LanguageField from '@/shared/LanguageField.vue';
import StateMark from '@/shared/StateMark.vue';
import { conditionMark } from '@/shared/states';
import { useToast } from '@/shared/toast';
import WishesFields from '@/drift/WishesFields.vue';
import ReachFields from './ReachFields.vue';
import { abilityLine, abilityRows, scans } from './abilities';
import AddDevice from './AddDevice.vue';

type View = Schemas['DeviceView'];
type Form = Schemas['DeviceForm'];
const queries = useQueryClient();
const { say } = useToast();
const { may } = useSession();
const { list, frame, openId, isNew, open, form, save, go, busy, attempt } = useArea<View, View, Form>({
  path: 'devices',
  list: (query, signal) => ask(api.GET('/api/devices', { params: { query }, signal })),
  one: (id) => ask(api.GET('/api/devices/{id}', { params: { path: { id } } })),
  add: (body) => ask(api.POST('/api/devices', { body })),
  change: (id, body, version) =>
    ask(api.PUT('/api/devices/{id}', { params: { path: { id }, header: ifMatch(version) }, body })),
  remove: (id) => ask(api.DELETE('/api/devices/{id}', { params: { path: { id } } })),
  blank: () => ({ name: '', place: '', placeWhat: '', address: '', signOutSeconds: 60, language: '' }),
  formOf: (v) => ({
    name: v.name,
    place: v.place,
    placeWhat: v.placeWhat,
    address: v.address,
    signOutSeconds: v.signOutSeconds,
    language: v.language,
    protocol: v.protocol,
    encrypted: v.access.encrypted,
    fingerprint: v.access.fingerprint,
    account: v.access.account,
    wishes: v.wishes,
  }),
});

const title = computed(() => {
  const stopped = list.needing.value;
  const all = list.total.value;
  if (!all) return 'Devices';
  return stopped ? `${figure(stopped)} of ${count(all, 'device')} cannot be used` : count(all, 'device');
});

/** What follows from the fields above, as the device would have it. */
const office = useQuery({ queryKey: ['settings'], queryFn: () => ask(api.GET('/api/settings')) });
const own = computed(() => ({
  NAME: form.value.name,
  PLACE: [form.value.place, form.value.placeWhat].filter(Boolean).join(', '),
  LANGUAGE: form.value.language || office.data.value?.language,
  SIGN_OUT: String(form.value.signOutSeconds),
}));

const certificate = ref<Schemas['Certificate']>();
watch(openId, () => (certificate.value = undefined));
async function lookAtCertificate() {
  const { address, protocol, encrypted, fingerprint, account, password } = form.value;
  const body = { id: openId.value, address, protocol, encrypted, fingerprint, account, password };
  const found = await attempt(() => ask(api.POST('/api/devices/look', { body })));
  certificate.value = found?.certificate ?? undefined;
}

async function lookAgain() {
  const id = openId.value;
  const seen = await attempt(() => ask(api.POST('/api/devices/{id}/refresh', { params: { path: { id } } })));
  if (seen) say(`${seen.name}: ${seen.conditionWords}`);
  void queries.invalidateQueries({ queryKey: ['devices'] });
}
</script>

<template>
  <div v-if="isNew" class="new">
    <h1>Add a device</h1>
    <p class="quiet small">
      Courier asks it what it can do, over IPP, eSCL or SANE. Nothing is changed on the device. Several at
      once: <RouterLink to="/devices/find">Find devices</RouterLink>.
    </p>
    <AddDevice class="raised" />
  </div>
  <AreaLayout
    v-else
    v-bind="frame"
    :title="title"
    hint="Scanners and multifunction devices"
    new-words="Add a device"
    empty="Add the first device by its address on the network. Courier reads what it can do and how it is."
    :editor-title="open?.name ?? ''"
    @save="save"
  >
    <template #also>
      <RouterLink v-if="may('CHANGE_SETUP')" class="button" to="/devices/find">Find devices</RouterLink>
      <RouterLink class="button" to="/inboxes">Inboxes</RouterLink>
    </template>
    <template #list>
      <ListTools :list="list" label="Name, place or address" attention="Only those that cannot be used" />
      <table class="table">
        <thead>
          <tr>
            <SortHead :list="list" column="name">Device</SortHead>
            <SortHead :list="list" column="place">Place</SortHead>
            <SortHead :list="list" column="address">Address</SortHead>
            <SortHead :list="list" column="condition">State</SortHead>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in list.rows.value"
            :key="row.id"
            :class="{ open: row.id === openId }"
            @click="go(row.id)"
          >
            <td>
              <RouterLink :to="`/devices/${row.id}`">{{ row.name }}</RouterLink>
              <p class="caption">
                {{ row.abilities.makeAndModel
                }}<template v-if="!openId">, {{ abilityLine(row.abilities) }}</template>
              </p>
            </td>
            <td>
              {{ row.place }}
              <p class="caption">{{ row.placeWhat }}</p>
            </td>
            <td class="mono address">{{ row.address }}</td>
            <td>
              <div class="state">
                <StateMark :mark="conditionMark(row.condition, row.protocol)" silent />
                <span :class="{ quiet: row.condition === 'READY' }">{{ row.conditionWords }}</span>
              </div>
            </td>
          </tr>
        </tbody>
      </table>
      <ShowMore :list="list" />
    </template>
    <template #editor>
      <template v-if="open">
        <p>
          <StateMark :mark="conditionMark(open.condition, open.protocol)" silent /> {{ open.conditionWords }}
          <span class="caption">seen {{ open.seenAt ? ago(open.seenAt) : 'never' }}</span>
        </p>
        <FoundHere :id="open.id" kind="DEVICE" />
        <p v-if="scans(open.abilities)">
          <a class="button" :href="`/panel/${open.id}`" target="_blank">Open its panel</a>
        </p>
        <p><RouterLink class="small" :to="`/fleet/${open.id}`">State, supplies and history</RouterLink></p>
        <dl>
          <div
            v-for="ability in abilityRows(open.abilities, open.protocol, open.access.encrypted)"
            :key="ability.name"
          >
            <dt>{{ ability.name }}</dt>
            <dd>{{ ability.words }}</dd>
          </div>
        </dl>
      </template>
      <FormField v-slot="f" label="Name, as people call it" name="name">
        <el-input :id="f.id" v-model="form.name" maxlength="40" :aria-describedby="f.describedby" />
      </FormField>
      <FormField v-slot="f" label="Place" name="place">
        <el-input :id="f.id" v-model="form.place" maxlength="40" :aria-describedby="f.describedby" />
      </FormField>
      <FormField v-slot="f" label="What the place is" name="placeWhat">
        <el-input :id="f.id" v-model="form.placeWhat" maxlength="40" :aria-describedby="f.describedby" />
      </FormField>
      <FormField v-slot="f" label="Address" name="address">
        <el-input :id="f.id" v-model="form.address" class="mono" :aria-describedby="f.describedby" />
      </FormField>
      <ReachFields
        v-model="form"
        :certificate="certificate"
        :keeps-password="Boolean(open?.access.account)"
        @trust="form.fingerprint = $event"
      />
      <p v-if="form.encrypted">
        <button type="button" class="link small" :disabled="busy" @click="lookAtCertificate">
          Look at its certificate
        </button>
      </p>
      <FormField
        v-if="!open || scans(open.abilities)"
        v-slot="f"
        label="Sign out after (seconds)"
        name="signOutSeconds"
      >
        <el-input
          :id="f.id"
          v-model.number="form.signOutSeconds"
          inputmode="numeric"
          class="short"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <LanguageField
        v-if="!open || scans(open.abilities)"
        :model-value="form.language ?? ''"
        label="Language of its panel"
        hint="Until a person signs in who has another."
        @update:model-value="form.language = $event"
      />
      <WishesFields
        v-if="open && form.wishes && (open.protocol === 'IPP' || open.protocol === 'ESCL')"
        v-model="form.wishes"
        :device="open"
        :own="own"
      />
    </template>
    <template #actions>
      <button type="button" class="button" :disabled="busy" @click="lookAgain">Check again</button>
    </template>
  </AreaLayout>
</template>

<style scoped>
.new {
  max-width: 640px;
}
.new .raised {
  margin-top: 14px;
}
.address {
  white-space: nowrap;
}
.state {
  display: flex;
  gap: 7px;
}
.state span {
  font-size: 13px;
}
dl {
  margin: 0 0 12px;
}
dl div {
  display: flex;
  gap: 10px;
  padding: 3px 0;
  border-top: 1px solid var(--rule);
}
dt {
  flex: none;
  width: 104px;
  color: var(--ink-5);
  font-size: 13px;
}
dd {
  margin: 0;
  font-size: 13px;
}
.short {
  width: 120px;
}
</style>
