<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useSession } from '@/app/session';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';
import { useVanishing } from '@/shared/vanishing';

/** What can be done with the devices that are chosen. */
const ids = defineModel<string[]>({ required: true });
const { may } = useSession();
const { say } = useToast();
const queries = useQueryClient();
const { general, busy, attempt } = useForm();
const pressed = useVanishing(computed(() => ids.value.length > 0));
const number = computed(() => count(ids.value.length, 'device'));
const sheets = computed(
  () => `/api/instruction-sheets?${new URLSearchParams(ids.value.map((id) => ['device', id]))}`,
);

async function act(what: () => Promise<unknown>, words: string) {
  const done = await attempt(async () => {
    await what();
    return true;
  });
  if (!done) return;
  say(words);
  ids.value = [];
  await Promise.all(
    ['devices', 'device-settings', 'firmware'].map((key) => queries.invalidateQueries({ queryKey: [key] })),
  );
}
const look = () =>
  act(
    () => ask(api.POST('/api/fleet/look', { body: { ids: ids.value } })),
    `${number.value} will be asked within seconds.`,
  );
const set = () =>
  act(
    () => ask(api.POST('/api/device-settings/send', { body: { ids: ids.value } })),
    `Settings of ${number.value} are being sent.`,
  );
const update = () =>
  act(
    () => ask(api.POST('/api/firmware/updates', { body: { ids: ids.value } })),
    `Firmware of ${number.value} is updated in stages.`,
  );
</script>

<template>
  <div v-if="ids.length" class="acts" role="group" :aria-label="`With ${number}`" @click.capture="pressed">
    <strong>{{ number }} chosen</strong>
    <button type="button" class="link" @click="ids = []">Clear</button>
    <button v-if="may('ACT_ON_DELIVERIES')" type="button" class="button small" :disabled="busy" @click="look">
      Check again
    </button>
    <template v-if="may('CHANGE_SETUP')">
      <button type="button" class="button small" :disabled="busy" @click="set">Set as wanted</button>
      <button type="button" class="button small" :disabled="busy" @click="update">Update firmware</button>
    </template>
    <a class="button small" :href="sheets" download>Instruction sheets</a>
  </div>
  <ErrorNote :error="general" />
</template>

<style scoped>
.acts {
  position: sticky;
  top: 0;
  z-index: 2;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 8px 10px;
  background: var(--paper-1);
}
</style>
