<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { useForm } from '@/shared/problems';
import MarkedWords from '@/shared/MarkedWords.vue';
import { useToast } from '@/shared/toast';
import { standing, updatable } from './firmware';

/** The firmware of a device, against what is wanted for its model. */
const props = defineProps<{ device: Schemas['DeviceView'] }>();
const { may } = useSession();
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const firmware = useQuery({
  queryKey: computed(() => ['devices', 'firmware', props.device.id]),
  queryFn: () => ask(api.GET('/api/firmware/devices/{id}', { params: { path: { id: props.device.id } } })),
});
const row = computed(() => firmware.data.value);

async function update() {
  const begun = await attempt(() =>
    ask(api.POST('/api/firmware/updates', { body: { ids: [props.device.id] } })),
  );
  if (begun) say(`Update of ${props.device.name} begun.`);
  await queries.invalidateQueries({ queryKey: ['devices'] });
}
</script>

<template>
  <section v-if="row?.running" aria-labelledby="firmware">
    <div class="head">
      <h2 id="firmware">Firmware</h2>
      <RouterLink class="small" to="/fleet/firmware">Firmware of all devices</RouterLink>
    </div>
    <ErrorNote :error="general" />
    <p class="line">
      <strong class="mono">{{ row.running }}</strong>
      <MarkedWords v-if="device.condition === 'UPDATING'" mark="moving" role="status">
        being updated<template v-if="row.progress != null">, {{ row.progress }} %</template>
      </MarkedWords>
      <MarkedWords v-else :mark="standing(row).mark">
        {{ standing(row).words
        }}<template v-if="row.wanted && row.standing !== 'WANTED'"
          >, wanted <span class="mono">{{ row.wanted }}</span></template
        >
      </MarkedWords>
      <button
        v-if="may('CHANGE_SETUP') && updatable(row)"
        type="button"
        class="button small"
        :disabled="busy"
        @click="update"
      >
        Update to {{ row.wanted }}
      </button>
      <span
        v-else-if="row.standing === 'BEHIND' && !row.offered && device.condition !== 'UPDATING'"
        class="caption"
        >to be updated at the device</span
      >
    </p>
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
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}
</style>
