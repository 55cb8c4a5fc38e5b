<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { whereIs } from '@/shared/format';

/** Other devices than one, one by one or those that are alike at one press. */
const props = defineProps<{
  device: { id: string; place: string; abilities: { makeAndModel: string } };
  /** Which of them can be chosen at all. */
  fits: (other: Schemas['DeviceView']) => boolean;
}>();
const chosen = defineModel<string[]>({ required: true });
const MOST = 5000;
const devices = useQuery({
  queryKey: ['devices', 'to-copy-to'],
  queryFn: async () => {
    const rows: Schemas['DeviceView'][] = [];
    for (let fitting = 1; rows.length < Math.min(fitting, MOST);) {
      const part = await ask(
        api.GET('/api/devices', { params: { query: { from: rows.length, count: 200 } } }),
      );
      if (!part.rows.length) break;
      rows.push(...part.rows);
      fitting = part.fitting;
    }
    return rows;
  },
});
const others = computed(() =>
  (devices.data.value ?? []).filter((one) => one.id !== props.device.id && props.fits(one)),
);
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
</script>

<template>
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
</template>

<style scoped>
.groups {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding: 8px 0;
}
</style>
