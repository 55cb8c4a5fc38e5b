<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ChooseDevices from '@/devices/ChooseDevices.vue';
import AtTime from '@/shared/AtTime.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, when, whereIs } from '@/shared/format';
import { useForm } from '@/shared/problems';
import TickBox from '@/shared/TickBox.vue';
import { useUndo } from '@/shared/undo';
import { FIELDS, valueWords, type Field } from './fields';

/** What is wanted at one device, wanted at many: what changes at each is seen before it is done. */
const props = defineProps<{ device: Schemas['DeviceView']; row: Schemas['DeviceSettingsRow'] }>();
const open = defineModel<boolean>({ required: true });
const queries = useQueryClient();
const { general, busy, attempt, clear } = useForm();
const { sayWithUndo } = useUndo();
const chosen = ref<string[]>([]);
const fields = ref<Field[]>([]);
/** When; nothing for now. */
const at = ref<string>();
watch(open, () => {
  at.value = undefined;
  chosen.value = [];
  fields.value = props.row.fields.map((one) => one.field);
  clear();
});
function tick(field: Field, wanted: boolean) {
  fields.value = wanted ? [...fields.value, field] : fields.value.filter((one) => one !== field);
}
const words = (field: Field, wanted: string) =>
  field === 'NAME' || field === 'PLACE'
    ? `${FIELDS[field]}: of each device`
    : `${FIELDS[field]}: ${valueWords(field, wanted)}`;

const body = computed(() => ({ from: props.device.id, fields: fields.value, devices: chosen.value }));
const preview = useQuery({
  queryKey: computed(() => ['devices', 'settings', 'copy', body.value]),
  queryFn: ({ signal }) => ask(api.POST('/api/device-settings/copy/preview', { body: body.value, signal })),
  enabled: computed(() => open.value && chosen.value.length > 0 && fields.value.length > 0),
  placeholderData: keepPreviousData,
  staleTime: 0,
});
const changes = computed(() =>
  chosen.value.length && fields.value.length ? (preview.data.value ?? []) : [],
);
const changing = computed(() => changes.value.filter((one) => one.changes.length));
const same = computed(() => changes.value.length - changing.value.length);
const hands = computed(() => changing.value.filter((one) => one.changes.some(byHand)));
const byHand = (change: Schemas['SettingChange']) =>
  change.drift?.state === 'BY_HAND' || change.drift?.state === 'UNKNOWN';

function sentence(change: Schemas['SettingChange']) {
  if (change.after == null) return 'as the device has it from now on';
  const to = valueWords(change.field, change.after);
  if (!change.drift || change.drift.state === 'SAME') return `${to}, as it is there`;
  if (change.drift.state === 'UNTOLD' || change.drift.state === 'UNKNOWN') return to;
  return `${valueWords(change.field, change.drift.there)} becomes ${to}`;
}

async function copy() {
  const first = changing.value[0];
  const number = changing.value.length;
  const copied = await attempt(() =>
    ask(api.POST('/api/device-settings/copy', { body: { ...body.value, at: at.value } })),
  );
  if (!copied) return;
  open.value = false;
  await queries.invalidateQueries();
  const said = !copied.run
    ? 'Wanted now; nothing of it can be set from here.'
    : at.value
      ? `Wanted at ${count(number, 'device')}, set ${when(at.value)}.`
      : `${count(number, 'device')} ${number === 1 ? 'is' : 'are'} being set.`;
  if (first) await sayWithUndo(said, first.id);
}
</script>

<template>
  <el-dialog v-model="open" :title="`Copy the settings of ${device.name}`" width="760" append-to-body>
    <div class="ticks">
      <TickBox
        v-for="one in row.fields"
        :key="one.field"
        :model-value="fields.includes(one.field)"
        :words="words(one.field, one.wanted)"
        @update:model-value="tick(one.field, $event)"
      />
    </div>
    <ChooseDevices v-if="open" v-model="chosen" :device="device" :fits="(one) => one.protocol !== 'MAIL'" />
    <div v-if="changes.length" class="changes">
      <table v-if="changing.length" class="table">
        <caption class="hidden-text">
          What changes
        </caption>
        <tbody>
          <tr v-for="one in changing" :key="one.id">
            <th scope="row">{{ whereIs(one.place, one.name) }}</th>
            <td>
              <p v-for="change in one.changes" :key="change.field">
                {{ FIELDS[change.field] }}: {{ sentence(change) }}
                <span v-if="byHand(change)" class="hand">to be set at the device</span>
              </p>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="same" class="quiet small">
        {{ count(same, 'device') }} {{ same === 1 ? 'is' : 'are' }} as wanted already.
      </p>
    </div>
    <AtTime v-model="at" label="When" />
    <p v-if="hands.length" class="small">
      {{ count(hands.length, 'device') }} {{ hands.length === 1 ? 'has' : 'have' }} settings that cannot be
      set from here. They stay listed as different until somebody has set them there.
    </p>
    <ErrorNote :error="preview.error.value ?? general" />
    <template #footer>
      <div class="actions">
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button
          type="button"
          class="button ink"
          :disabled="busy || preview.isFetching.value || !changing.length"
          @click="copy"
        >
          {{ at ? 'Plan it' : changing.length ? `Copy to ${count(changing.length, 'device')}` : 'Copy' }}
        </button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.ticks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 0 16px;
}
.changes {
  max-height: 36vh;
  margin: 10px 0;
  overflow: auto;
}
th {
  width: 34%;
  font-weight: 600;
  text-align: left;
}
.hand {
  color: var(--care);
  font-weight: 600;
}
.actions {
  justify-content: flex-end;
}
</style>
