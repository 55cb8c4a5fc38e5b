<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

/** Where an operator sees deliveries and devices. */
const account = defineModel<Schemas['AccountView']>();
const emit = defineEmits<{ changed: [] }>();
const { say } = useToast();
const { general, busy, attempt, clear } = useForm();
const open = computed({ get: () => !!account.value, set: (on) => on || (account.value = undefined) });
const places = useQuery({
  queryKey: ['devices', 'places'],
  queryFn: () => ask(api.GET('/api/devices/places')),
  enabled: open,
});
const chosen = ref<string[]>([]);
watch(account, (one) => {
  chosen.value = [...(one?.places ?? [])];
  clear();
});
/** Also places at which no device stands any more. */
const options = computed(() => [
  ...new Set([...(places.data.value ?? []).map((place) => place.name), ...(account.value?.places ?? [])]),
]);

async function save() {
  const one = account.value;
  if (!one) return;
  const saved = await attempt(() =>
    ask(
      api.PUT('/api/accounts/{id}/places', {
        params: { path: { id: one.id } },
        body: { places: chosen.value },
      }),
    ),
  );
  if (!saved) return;
  say(
    saved.places.length
      ? `${saved.name} sees ${saved.places.join(', ')} from the next sign-in.`
      : `${saved.name} sees all places from the next sign-in.`,
  );
  account.value = undefined;
  emit('changed');
}
</script>

<template>
  <el-dialog v-model="open" :title="`Places of ${account?.name ?? ''}`" width="440" append-to-body>
    <form class="stacked" novalidate @submit.prevent="save">
      <FormField
        v-slot="f"
        label="Places"
        name="places"
        hint="Only deliveries and devices of these places are shown. Empty for all places."
      >
        <el-select
          :id="f.id"
          v-model="chosen"
          multiple
          filterable
          clearable
          placeholder="All places"
          aria-label="Places"
          :aria-describedby="f.describedby"
        >
          <el-option v-for="place in options" :key="place" :value="place" :label="place" />
        </el-select>
      </FormField>
      <p class="small quiet">The account is signed out everywhere, and signs in again with these.</p>
      <ErrorNote :error="general" />
      <button type="submit" class="button ink" :disabled="busy">Save</button>
    </form>
  </el-dialog>
</template>
