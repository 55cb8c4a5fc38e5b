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
import MarkedWords from '@/shared/MarkedWords.vue';
import PickBox from '@/shared/PickBox.vue';
import { usePicked } from '@/shared/picked';
import PickedBar from '@/shared/PickedBar.vue';
import { useForm } from '@/shared/problems';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useToast } from '@/shared/toast';
import AllowedFirmware from './AllowedFirmware.vue';
import { standing } from './firmware';
import FirmwareUpdates from './FirmwareUpdates.vue';

/** The firmware of all devices against what is wanted; those behind are updated in stages. */
type Row = Schemas['DeviceFirmwareRow'];
const { may } = useSession();
const { say } = useToast();
const queries = useQueryClient();
const { general, busy, attempt } = useForm();
const list = useLongList<Row>('firmware', (query, signal) =>
  ask(api.GET('/api/firmware/devices', { params: { query }, signal })),
);
const picked = usePicked(list);
/** When; nothing for now. */
const at = ref<string>();
const atOnce = ref(5);
const title = computed(() => {
  const behind = list.needing.value;
  if (!list.total.value) return 'Firmware';
  return behind
    ? `${figure(behind)} of ${count(list.total.value, 'device')} ${behind === 1 ? 'does' : 'do'} not run the wanted firmware`
    : 'No device is behind';
});

async function update() {
  const begun = await attempt(() =>
    ask(
      api.POST('/api/firmware/updates', {
        body: { ...picked.body.value, atOnce: atOnce.value, at: at.value },
      }),
    ),
  );
  if (!begun) return;
  picked.pick([]);
  const number = count(begun.steps.length, 'device');
  say(at.value ? `${number} will be updated ${when(at.value)}.` : `Update of ${number} begun.`);
  at.value = undefined;
  await queries.invalidateQueries({ queryKey: ['firmware'] });
}
</script>

<template>
  <p class="small"><RouterLink to="/fleet">Fleet</RouterLink></p>
  <TitleBar :title="title" hint="What devices run, against what the office wants for their model" />
  <ErrorNote :error="list.query.error.value ?? general" />
  <FirmwareUpdates :done="false" />
  <AllowedFirmware />
  <h2 id="devices">Devices</h2>
  <ListTools :list="list" label="Name, place, model or version" attention="Only those to be updated" />
  <PickedBar :picked="picked" :words="count(picked.number.value, 'device')">
    <AtTime v-model="at" label="When" />
    <label class="together"
      >Then together
      <el-input-number
        v-model="atOnce"
        :min="1"
        :max="20"
        size="small"
        aria-label="Devices updated together"
      />
    </label>
    <button type="button" class="button small" :disabled="busy" @click="update">Update in stages</button>
    <span class="caption">One first; the others when it is back and can be used.</span>
  </PickedBar>
  <div v-if="list.rows.value.length" class="wide">
    <table class="table" aria-labelledby="devices">
      <thead>
        <tr>
          <PickBox v-if="may('CHANGE_SETUP')" :picked="picked" />
          <SortHead :list="list" column="name">Device</SortHead>
          <SortHead :list="list" column="place">Place</SortHead>
          <SortHead :list="list" column="model">Model</SortHead>
          <th scope="col">Runs</th>
          <th scope="col">Wanted</th>
          <SortHead :list="list" column="standing">State</SortHead>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in list.rows.value" :key="row.id">
          <PickBox v-if="may('CHANGE_SETUP')" :picked="picked" :row="row" />
          <td>
            <RouterLink :to="`/fleet/${row.id}`">{{ row.name }}</RouterLink>
          </td>
          <td>{{ row.place }}</td>
          <td>{{ row.model }}</td>
          <td class="mono">{{ row.running || '–' }}</td>
          <td class="mono">{{ row.wanted || '–' }}</td>
          <td>
            <MarkedWords v-if="row.condition === 'UPDATING'" mark="moving">
              being updated<template v-if="row.progress != null">, {{ row.progress }} %</template>
            </MarkedWords>
            <template v-else>
              <MarkedWords :mark="standing(row).mark">{{ standing(row).words }}</MarkedWords>
              <p v-if="row.standing === 'BEHIND' && !row.offered" class="caption">
                to be updated at the device
              </p>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-else-if="!list.query.isLoading.value" class="empty-view">
    {{ list.total.value ? 'No device matches.' : 'There are no devices yet.' }}
    <RouterLink v-if="!list.total.value && may('CHANGE_SETUP')" to="/devices/find">Find devices</RouterLink>
  </p>
  <ShowMore :list="list" />
  <FirmwareUpdates done />
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
h2 {
  margin-top: 22px;
}
.together {
  display: inline-flex;
  gap: 7px;
  align-items: center;
  font-size: 13px;
}
</style>
