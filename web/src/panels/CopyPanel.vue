<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import AtTime from '@/shared/AtTime.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, when, whereIs } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';
import { useUndo } from '@/shared/undo';
import PanelChanges from './PanelChanges.vue';

/** The jobs of one panel on many: what would become of each is seen before it is done. */
const props = defineProps<{ device: Schemas['DeviceView'] }>();
const open = defineModel<boolean>({ required: true });
const MOST = 500;
const queries = useQueryClient();
const { general, busy, attempt, clear } = useForm();
const { sayWithUndo } = useUndo();
const { say } = useToast();
const devices = useQuery({
  queryKey: ['devices', 'to-copy-to'],
  queryFn: () => ask(api.GET('/api/devices', { params: { query: { count: MOST } } })),
  enabled: open,
});
const others = computed(() =>
  (devices.data.value?.rows ?? []).filter(
    (one) => one.id !== props.device.id && one.abilities.panelPlaces > 0,
  ),
);
const chosen = ref<string[]>([]);
/** When; nothing for now. */
const at = ref<string>();
watch(open, () => {
  at.value = undefined;
  chosen.value = [];
  clear();
});
/** Those alike, at one press. */
const groups = computed(() => [
  { words: 'All', ids: others.value.map((one) => one.id) },
  {
    words: `All ${props.device.abilities.makeAndModel}`,
    ids: others.value
      .filter((one) => one.abilities.makeAndModel === props.device.abilities.makeAndModel)
      .map((one) => one.id),
  },
  {
    words: `All at ${props.device.place}`,
    ids: others.value.filter((one) => one.place === props.device.place).map((one) => one.id),
  },
]);
const preview = useQuery({
  queryKey: computed(() => ['plan', props.device.id, 'copies', chosen.value]),
  queryFn: ({ signal }) =>
    ask(
      api.POST('/api/panels/{device}/copies', {
        params: { path: { device: props.device.id } },
        body: { to: chosen.value, make: false },
        signal,
      }),
    ),
  enabled: computed(() => open.value && chosen.value.length > 0),
  placeholderData: keepPreviousData,
  staleTime: 0,
});
const copies = computed(() => (chosen.value.length ? (preview.data.value ?? []) : []));
const changing = computed(() => copies.value.filter((copy) => !copy.same));

async function make() {
  const made = await attempt(() =>
    ask(
      api.POST('/api/panels/{device}/copies', {
        params: { path: { device: props.device.id } },
        body: { to: chosen.value, make: true, at: at.value },
      }),
    ),
  );
  if (!made) return;
  open.value = false;
  await queries.invalidateQueries();
  if (at.value) {
    say(`Planned for ${when(at.value)}. It can be cancelled in the change log.`);
    return;
  }
  const first = made.find((copy) => !copy.same);
  if (first) void sayWithUndo(`Copied to ${count(changing.value.length, 'panel')}.`, first.deviceId);
}
</script>

<template>
  <el-dialog v-model="open" :title="`Copy the panel of ${device.name}`" width="760" append-to-body>
    <p class="quiet small">
      Its jobs come to the same places. What a device cannot run, or has no place for, is left out there.
    </p>
    <div class="groups">
      <button
        v-for="group in groups"
        :key="group.words"
        type="button"
        class="link small"
        :disabled="!group.ids.length"
        @click="chosen = group.ids"
      >
        {{ group.words }} ({{ group.ids.length }})
      </button>
      <button v-if="chosen.length" type="button" class="link small" @click="chosen = []">None</button>
    </div>
    <el-select
      v-model="chosen"
      multiple
      filterable
      collapse-tags
      :max-collapse-tags="4"
      aria-label="Devices"
      placeholder="Choose devices"
    >
      <el-option v-for="one in others" :key="one.id" :value="one.id" :label="whereIs(one.place, one.name)" />
    </el-select>
    <div v-if="copies.length" class="changes"><PanelChanges :changes="copies" /></div>
    <AtTime v-model="at" label="When" />
    <ErrorNote :error="preview.error.value ?? general" />
    <template #footer>
      <div class="actions">
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button
          type="button"
          class="button ink"
          :disabled="busy || preview.isFetching.value || !changing.length"
          @click="make"
        >
          {{ at ? 'Plan it' : changing.length ? `Copy to ${count(changing.length, 'panel')}` : 'Copy' }}
        </button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.groups {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding: 8px 0;
}
.changes {
  max-height: 44vh;
  margin-top: 10px;
  overflow: auto;
}
.actions {
  justify-content: flex-end;
}
</style>
