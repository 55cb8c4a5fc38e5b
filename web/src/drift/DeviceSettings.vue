<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import { useToast } from '@/shared/toast';
import CopySettings from './CopySettings.vue';
import { ALL_FIELDS, FIELDS, sendable, STATE_MARKS, STATE_WORDS, valueWords } from './fields';

/** What a device keeps itself, against what is wanted there. */
const props = defineProps<{ device: Schemas['DeviceView'] }>();
const { may } = useSession();
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const settings = useQuery({
  queryKey: computed(() => ['devices', 'settings', props.device.id]),
  queryFn: () => ask(api.GET('/api/device-settings/{id}', { params: { path: { id: props.device.id } } })),
});
const row = computed(() => settings.data.value);
const lines = computed(() =>
  ALL_FIELDS.map((field) => ({
    field,
    drift: row.value?.fields.find((one) => one.field === field),
    told: row.value?.told[field],
  })).filter((line) => line.drift || line.told !== undefined),
);
const byHand = computed(() => row.value?.fields.some((one) => one.state === 'BY_HAND'));
const copying = ref(false);

async function send() {
  const run = await attempt(() =>
    ask(api.POST('/api/device-settings/send', { body: { ids: [props.device.id] } })),
  );
  if (run) say(`${props.device.name} is being set.`);
  await queries.invalidateQueries({ queryKey: ['devices'] });
}
</script>

<template>
  <section v-if="lines.length" aria-labelledby="kept">
    <div class="head">
      <h2 id="kept">Settings at the device</h2>
      <RouterLink class="small" to="/fleet/settings">Settings of all devices</RouterLink>
    </div>
    <ErrorNote :error="settings.error.value ?? general" />
    <table class="table">
      <thead>
        <tr>
          <th scope="col">Setting</th>
          <th scope="col">Wanted</th>
          <th scope="col">There</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in lines" :key="line.field" :class="{ drift: line.drift?.state.match(/DIFF|HAND/) }">
          <th scope="row">{{ FIELDS[line.field] }}</th>
          <td>
            <template v-if="line.drift">{{ valueWords(line.field, line.drift.wanted) }}</template>
            <span v-else class="quiet">as the device has it</span>
          </td>
          <td>
            <div v-if="line.drift" class="there">
              <StateMark
                :mark="STATE_MARKS[line.drift.state]"
                :size="13"
                :words="STATE_WORDS[line.drift.state]"
              />
              <span v-if="line.drift.state === 'SAME'" class="quiet">the same</span>
              <span v-else>{{
                line.told === undefined ? 'not told' : valueWords(line.field, line.told)
              }}</span>
            </div>
            <span v-else class="quiet">{{ valueWords(line.field, line.told) }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="row?.plannedAt" class="small" role="status">
      It is set {{ Date.parse(row.plannedAt) > Date.now() ? when(row.plannedAt) : 'now' }}.
    </p>
    <p v-if="byHand" class="small">
      This device lets {{ row?.settable.length ? 'some settings' : 'its settings' }} be set only at itself.
      <a v-if="row?.page" :href="row.page" target="_blank" rel="noreferrer noopener">Open its own page</a>
    </p>
    <p v-if="may('CHANGE_SETUP')" class="actions">
      <button
        v-if="row && sendable(row).length"
        type="button"
        class="button small"
        :disabled="busy || Boolean(row.plannedAt)"
        @click="send"
      >
        Set as wanted
      </button>
      <button v-if="row?.fields.length" type="button" class="button small" @click="copying = true">
        Copy to other devices
      </button>
      <RouterLink class="small" :to="`/devices/${device.id}`">Choose what is wanted</RouterLink>
    </p>
    <CopySettings v-if="row" v-model="copying" :device="device" :row="row" />
  </section>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  justify-content: space-between;
}
th[scope='row'] {
  font-weight: 400;
  text-align: left;
}
td,
th {
  font-size: 13px;
  overflow-wrap: break-word;
}
.there {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
.there .mark {
  flex: none;
  translate: 0 2px;
}
.drift td {
  font-weight: 600;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin-top: 8px;
}
</style>
