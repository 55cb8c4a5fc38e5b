<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import AtTime from '@/shared/AtTime.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, figure, when } from '@/shared/format';
import ListTools from '@/shared/ListTools.vue';
import { useLongList } from '@/shared/longList';
import PickBox from '@/shared/PickBox.vue';
import { usePicked } from '@/shared/picked';
import PickedBar from '@/shared/PickedBar.vue';
import { useForm } from '@/shared/problems';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import { FIELDS, sendable, valueWords } from './fields';
import SettingRuns from './SettingRuns.vue';

/** All devices, as they are set and as they are wanted: what differs is set for one, some or all. */
type Row = Schemas['DeviceSettingsRow'];
const { may } = useSession();
const { say } = useToast();
const queries = useQueryClient();
const { general, busy, attempt } = useForm();
const list = useLongList<Row>('device-settings', (query, signal) =>
  ask(api.GET('/api/device-settings', { params: { query }, signal })),
);
const picked = usePicked(list);
/** When; nothing for now. */
const at = ref<string>();
const title = computed(() => {
  if (!list.total.value) return 'Settings of devices';
  const differing = list.needing.value;
  return differing
    ? `${figure(differing)} of ${count(list.total.value, 'device')} ${differing === 1 ? 'is' : 'are'} set otherwise than wanted`
    : 'All devices are set as wanted';
});
const drifts = (row: Row) =>
  row.fields.filter((one) => one.state === 'DIFFERS' || one.state === 'BY_HAND' || one.state === 'UNTOLD');

async function send() {
  const run = await attempt(() =>
    ask(api.POST('/api/device-settings/send', { body: { ...picked.body.value, at: at.value } })),
  );
  if (!run) return;
  picked.pick([]);
  const number = count(run.tasks.length, 'device');
  say(at.value ? `${number} will be set ${when(at.value)}.` : `${number} being set.`);
  at.value = undefined;
  await Promise.all([
    queries.invalidateQueries({ queryKey: ['device-settings'] }),
    queries.invalidateQueries({ queryKey: ['devices'] }),
  ]);
}
</script>

<template>
  <p class="small"><RouterLink to="/fleet">Fleet</RouterLink></p>
  <TitleBar :title="title" hint="What devices keep themselves, against what is wanted there" />
  <ErrorNote :error="list.query.error.value ?? general" />
  <SettingRuns :done="false" />
  <ListTools :list="list" label="Name, place, model or address" attention="Only those that differ" />
  <PickedBar :picked="picked" :words="count(picked.number.value, 'device')">
    <AtTime v-model="at" label="When" />
    <button type="button" class="button small" :disabled="busy" @click="send">Set as wanted</button>
  </PickedBar>
  <table v-if="list.rows.value.length" class="table">
    <thead>
      <tr>
        <PickBox v-if="may('CHANGE_SETUP')" :picked="picked" />
        <SortHead :list="list" column="name">Device</SortHead>
        <SortHead :list="list" column="place">Place</SortHead>
        <SortHead :list="list" column="differs">Settings</SortHead>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in list.rows.value" :key="row.id">
        <PickBox v-if="may('CHANGE_SETUP')" :picked="picked" :row="row" />
        <td>
          <RouterLink :to="`/fleet/${row.id}`">{{ row.name }}</RouterLink>
          <p class="caption">{{ row.model }}</p>
        </td>
        <td>{{ row.place }}</td>
        <td>
          <p v-if="!row.fields.length" class="quiet">as the device has them</p>
          <p v-else-if="!drifts(row).length" class="same">
            <StateMark mark="accepted" :size="13" silent /> as wanted
          </p>
          <ul v-else>
            <li v-for="one in drifts(row)" :key="one.field">
              <StateMark :mark="one.state === 'UNTOLD' ? 'off' : 'care'" :size="13" silent />
              <span>
                {{ FIELDS[one.field] }}:
                {{ one.state === 'UNTOLD' ? 'not told' : valueWords(one.field, one.there) }}, wanted
                {{ valueWords(one.field, one.wanted) }}
                <span v-if="one.state === 'BY_HAND'" class="caption">to be set at the device</span>
              </span>
            </li>
          </ul>
          <p v-if="row.plannedAt" class="caption">
            is set {{ Date.parse(row.plannedAt) > Date.now() ? when(row.plannedAt) : 'now' }}
          </p>
          <p v-else-if="drifts(row).length && !sendable(row).length && row.page" class="caption">
            <a :href="row.page" target="_blank" rel="noreferrer noopener">Open its own page</a>
          </p>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!list.query.isLoading.value" class="empty-view">
    {{ list.total.value ? 'No device matches.' : 'There are no devices yet.' }}
    <RouterLink v-if="!list.total.value && may('CHANGE_SETUP')" to="/devices/find">Find devices</RouterLink>
  </p>
  <ShowMore :list="list" />
  <SettingRuns done />
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li,
.same {
  display: flex;
  gap: 7px;
  align-items: baseline;
}
li .mark,
.same .mark {
  flex: none;
  translate: 0 2px;
}
</style>
