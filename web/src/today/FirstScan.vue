<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';

/** With a device and a mail server there, all that is missing for a scan to one's own mail is made at once. */
const emit = defineEmits<{ made: [] }>();
const queries = useQueryClient();
const make = useMutation({
  mutationFn: () => ask(api.POST('/api/first-scan')),
  onSuccess: async () => {
    emit('made');
    await queries.invalidateQueries();
  },
});
</script>

<template>
  <section class="first" aria-labelledby="first-scan">
    <template v-if="!make.data.value">
      <h2 id="first-scan">A device and a mail server are there</h2>
      <p>
        Courier can make the rest: <em>Mail to me</em> as a destination, <em>To my mail</em> as a job on the
        panel, and you as a person with a PIN. Each can be changed later.
      </p>
      <button type="button" class="button stamp" :disabled="make.isPending.value" @click="make.mutate()">
        {{ make.isPending.value ? 'Making it ...' : 'Prepare the first scan' }}
      </button>
      <ErrorNote :error="make.error.value" />
    </template>
    <div v-else role="status">
      <h2 id="first-scan">{{ make.data.value.job }} is on {{ make.data.value.device }}</h2>
      <p v-if="make.data.value.pin">
        Your PIN is <strong class="pin mono" data-testid="first-pin">{{ make.data.value.pin }}</strong>. It is
        shown only now; a new one is made under People.
      </p>
      <p v-else>You have a PIN already; a new one is made under People.</p>
      <p>
        Put a page into the device, enter the PIN, and press <em>{{ make.data.value.job }}</em>. The scan goes
        to {{ make.data.value.email }}.
      </p>
      <RouterLink class="button stamp" :to="`/panel/${make.data.value.deviceId}`" target="_blank">
        Open its panel
      </RouterLink>
    </div>
  </section>
</template>

<style scoped>
.first {
  margin-top: 14px;
  padding: 14px 18px 18px;
  background: var(--paper-1);
  box-shadow: inset 4px 0 0 var(--stamp);
}
p {
  max-width: 680px;
  margin: 4px 0 12px;
}
em {
  font-style: normal;
  font-weight: 600;
}
.pin {
  font-size: 20px;
  letter-spacing: 0.08em;
}
</style>
