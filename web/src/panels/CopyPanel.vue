<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import AtTime from '@/shared/AtTime.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import ChooseDevices from '@/devices/ChooseDevices.vue';
import { count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';
import { useUndo } from '@/shared/undo';
import PanelChanges from './PanelChanges.vue';

/** The jobs of one panel on many: what would become of each is seen before it is done. */
const props = defineProps<{ device: Schemas['DeviceView'] }>();
const open = defineModel<boolean>({ required: true });
const queries = useQueryClient();
const { general, busy, attempt, clear } = useForm();
const { sayWithUndo } = useUndo();
const { say } = useToast();
const chosen = ref<string[]>([]);
/** When; nothing for now. */
const at = ref<string>();
watch(open, () => {
  at.value = undefined;
  chosen.value = [];
  clear();
});
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
    <ChooseDevices
      v-if="open"
      v-model="chosen"
      :device="device"
      :fits="(one) => one.abilities.panelPlaces > 0"
    />
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
.changes {
  max-height: 44vh;
  margin-top: 10px;
  overflow: auto;
}
.actions {
  justify-content: flex-end;
}
</style>
