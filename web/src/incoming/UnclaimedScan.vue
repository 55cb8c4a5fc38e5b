<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, when } from '@/shared/format';
import { JOBS, PEOPLE } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

/** One that waits: what is known of it, its pages, and who says whose it is. */
const props = defineProps<{ scan: Schemas['IncomingView'] }>();
const { may } = useSession();
const { general, busy, attempt } = useForm();
const { say } = useToast();
const queries = useQueryClient();
const person = ref(props.scan.personId ?? '');
const job = ref(props.scan.jobId ?? '');
const removing = ref(false);
/** Looking at them is written down, so nobody does unasked. */
const shown = ref(false);
const at = ref(1);
const params = { path: { id: props.scan.id } };

async function claim() {
  const body = { personId: person.value, jobId: job.value };
  const done = await attempt(async () => {
    await ask(api.POST('/api/incoming/{id}/claim', { params, body }));
    return true;
  });
  if (done) say('Claimed, and sent.');
  await queries.invalidateQueries({ queryKey: ['incoming'] });
}
async function remove() {
  await attempt(() => ask(api.DELETE('/api/incoming/{id}', { params })));
  await queries.invalidateQueries({ queryKey: ['incoming'] });
}
</script>

<template>
  <li>
    <div class="pages">
      <template v-if="shown">
        <img :src="`/api/incoming/${scan.id}/pages/${at}`" :alt="`Page ${at} of ${scan.pages}`" />
        <p class="turn">
          <button type="button" class="button" :disabled="at === 1" aria-label="Previous page" @click="at--">
            ‹
          </button>
          <span class="small">{{ at }} of {{ scan.pages }}</span>
          <button
            type="button"
            class="button"
            :disabled="at >= scan.pages"
            aria-label="Next page"
            @click="at++"
          >
            ›
          </button>
        </p>
      </template>
      <button v-else-if="may('OPEN_PAGES')" type="button" class="button show" @click="shown = true">
        Show {{ scan.pages === 1 ? 'the page' : `${scan.pages} pages` }}
        <small class="quiet">is recorded</small>
      </button>
      <p v-else class="quiet small">{{ count(scan.pages, 'page') }}</p>
    </div>
    <div class="facts">
      <h3>{{ scan.subject || 'No subject' }}</h3>
      <p class="small">
        {{ when(scan.arrivedAt) }}, {{ count(scan.pages, 'page') }}, from
        <span :class="{ mono: scan.way === 'MAIL' }">{{ scan.sender }}</span>
        <template v-if="scan.recipient">
          {{ scan.way === 'MAIL' ? ' to ' : ' in ' }} <span class="mono">{{ scan.recipient }}</span></template
        ><template v-if="scan.device">, {{ scan.device }}</template>
      </p>
      <p v-if="scan.why" class="why">{{ scan.why }}</p>
      <ErrorNote :error="general" />
      <form v-if="may('ACT_ON_DELIVERIES')" @submit.prevent="claim">
        <PickOne v-bind="PEOPLE" v-model="person" label="Person" placeholder="Person" />
        <PickOne v-bind="JOBS" v-model="job" label="Job" placeholder="Job" />
        <button type="submit" class="button ink" :disabled="busy || !person || !job">Claim and send</button>
        <button type="button" class="button" :disabled="busy" @click="removing = true">Remove</button>
      </form>
    </div>
    <AskDelete
      v-model="removing"
      :name="scan.subject || 'this scan'"
      verb="Remove"
      says="Its pages are removed for good."
      @remove="remove"
    />
  </li>
</template>

<style scoped>
li {
  display: flex;
  gap: 18px;
  padding: 14px 0;
  border-bottom: 1px solid var(--rule-2);
}
.pages {
  flex: none;
  width: 130px;
}
img {
  display: block;
  width: 100%;
  border: 1px solid var(--rule-2);
  background: var(--paper-0);
}
.turn {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-top: 6px;
}
.show {
  display: flex;
  flex-direction: column;
  justify-content: center;
  align-items: center;
  width: 100%;
  height: 120px;
}
.facts {
  flex: 1;
  min-width: 0;
}
.why {
  margin: 6px 0;
  font-weight: 600;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 8px;
}
form > div {
  width: 220px;
}
@media (max-width: 700px) {
  li {
    flex-direction: column;
  }
}
</style>
