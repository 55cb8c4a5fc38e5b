<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import StateMark from '@/shared/StateMark.vue';
import { count, when } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

/** Who has allowed Courier into their cloud folder. */
const props = defineProps<{ id: string }>();
type Consent = Schemas['ConsentView'];
const query = useQuery({
  queryKey: computed(() => ['destinations', props.id, 'consents']),
  queryFn: () => ask(api.GET('/api/destinations/{id}/consents', { params: { path: { id: props.id } } })),
});
const rows = computed(() => query.data.value ?? []);
const asking = ref<Consent>();
/** The question closes before it is acted on. */
const last = ref<Consent>();
const isAsking = computed({
  get: () => asking.value !== undefined,
  set: (open) => {
    if (!open) asking.value = undefined;
  },
});
const { attempt, general } = useForm();
const { say } = useToast();

async function withdraw() {
  const consent = last.value;
  if (!consent) return;
  const done = await attempt(() =>
    ask(
      api.DELETE('/api/destinations/{id}/consents/{person}', {
        params: { path: { id: props.id, person: consent.personId } },
      }),
    ),
  );
  if (done) say(`The consent of ${consent.person} is withdrawn. ${done.sentence}`);
  await query.refetch();
}
</script>

<template>
  <section class="consents">
    <h2>
      {{
        rows.length
          ? count(rows.length, 'person has', 'people have') + ' allowed it'
          : 'Nobody has allowed it yet'
      }}
    </h2>
    <ErrorNote :error="query.error.value ?? general" />
    <p v-if="!rows.length" class="small quiet">
      Put a job with this destination on a panel. Who presses it first sees a code, and allows Courier in with
      a telephone.
    </p>
    <table v-else class="table">
      <thead>
        <tr>
          <th scope="col">Person</th>
          <th scope="col">Allowed</th>
          <th scope="col">Last renewed</th>
          <th scope="col" aria-label="Withdraw"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.personId">
          <th scope="row">{{ row.person }}</th>
          <td>
            <template v-if="row.endedAt">
              <StateMark mark="care" :size="14" silent /> no longer good since {{ when(row.endedAt) }}
            </template>
            <template v-else>{{ when(row.givenAt) }}</template>
          </td>
          <td class="quiet">{{ row.usedAt ? when(row.usedAt) : 'not yet' }}</td>
          <td class="end">
            <button type="button" class="link small" @click="last = asking = row">Withdraw</button>
          </td>
        </tr>
      </tbody>
    </table>
    <AskDelete
      v-model="isAsking"
      verb="Withdraw"
      :name="`the consent of ${last?.person ?? ''}`"
      says="Courier forgets its way into this folder. Scans of this person wait until they allow it again."
      @remove="withdraw"
    />
  </section>
</template>

<style scoped>
.consents {
  margin-top: 22px;
}
h2 {
  margin-bottom: 6px;
}
th[scope='row'] {
  font-weight: 500;
  text-align: left;
}
.end {
  text-align: right;
}
</style>
