<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '@/app/session';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { clock, when, whereIs } from '@/shared/format';
import { useKeys } from '@/shared/keys';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { markOf, standing, who, type Call } from './calls';
import SeenPanel from './SeenPanel.vue';

const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { may } = useSession();
const { general, busy, attempt } = useForm();
const id = computed(() => String(route.params.id));
const path = computed(() => ({ id: id.value }));
const query = useQuery({
  queryKey: ['help-calls', id],
  queryFn: () => ask(api.GET('/api/help-calls/{id}', { params: { path: path.value } })),
  refetchInterval: 5_000,
});
const call = computed(() => query.data.value);
const open = computed(() => call.value !== undefined && call.value.state !== 'ENDED');
const screen = useQuery({
  queryKey: ['help-calls', id, 'screen'],
  queryFn: () => ask(api.GET('/api/help-calls/{id}/screen', { params: { path: path.value } })),
  enabled: computed(() => Boolean(open.value && call.value?.sharing)),
  refetchInterval: 1_000,
  retry: false,
});
const shown = computed(() => (open.value && call.value?.sharing ? screen.data.value : undefined));
const text = ref('');
const chosen = ref<number>();
/** What is pointed at may be gone by the next look. */
const meant = computed(() => shown.value?.parts.find((part) => part.key === chosen.value));
const title = computed(() =>
  call.value ? `${who(call.value)}, ${whereIs(call.value.place, call.value.device)}` : 'Call for help',
);

async function change(doing: () => Promise<Call>) {
  const seen = await attempt(doing);
  if (seen) queries.setQueryData(['help-calls', id.value], seen);
  return Boolean(seen);
}
const answer = () =>
  change(() => ask(api.POST('/api/help-calls/{id}/answer', { params: { path: path.value } })));
const end = () => change(() => ask(api.POST('/api/help-calls/{id}/end', { params: { path: path.value } })));
async function say() {
  const body = { text: text.value.trim(), pointsAt: meant.value?.key };
  const done = await change(() =>
    ask(api.POST('/api/help-calls/{id}/words', { params: { path: path.value }, body })),
  );
  if (!done) return;
  text.value = '';
  chosen.value = undefined;
}
useKeys({ Escape: () => void router.push('/help') });
</script>

<template>
  <ErrorNote :error="query.error.value ?? general" />
  <template v-if="call">
    <TitleBar :title="title">
      <template #under>
        <p class="small">
          <StateMark :mark="markOf(call)" silent /> Called {{ when(call.calledAt) }}, {{ standing(call) }}
        </p>
      </template>
      <button
        v-if="call.state === 'WAITING'"
        type="button"
        class="button stamp"
        :disabled="busy"
        @click="answer"
      >
        Answer
      </button>
      <button v-if="open" type="button" class="button" :disabled="busy" @click="end">End the call</button>
    </TitleBar>
    <div class="columns">
      <section aria-labelledby="seen">
        <h2 id="seen">What they see</h2>
        <SeenPanel v-if="shown" v-model="chosen" :call="call.id" :screen="shown" />
        <p v-else-if="open" class="quiet">
          Not shared. Whoever called can let you see the screen: at the panel, Help, “Let the help desk see
          this screen”. Where a PIN or a code is on it, it is never shown.
        </p>
        <p v-else class="quiet">The call has ended.</p>
        <p v-if="shown" class="quiet small">
          Words and keys only<template v-if="!shown.pages">; pages are not shared</template>. Click what they
          should press, then send.
        </p>
      </section>
      <section aria-labelledby="facts">
        <h2 id="facts">What is known</h2>
        <dl>
          <dt>While</dt>
          <dd>
            {{ call.doing
            }}<template v-if="call.job"
              >:
              <RouterLink v-if="may('READ_SETUP')" :to="'/jobs/' + call.jobId">{{
                call.job
              }}</RouterLink><template v-else>{{ call.job }}</template></template
            >
          </dd>
          <template v-if="call.wish">
            <dt>Says</dt>
            <dd class="wish">{{ call.wish }}</dd>
          </template>
          <template v-if="call.shown">
            <dt>The panel says</dt>
            <dd>{{ call.shown }}</dd>
          </template>
          <template v-if="call.scanTrouble && call.scanTrouble !== call.shown">
            <dt>Scan</dt>
            <dd>{{ call.scanTrouble }}</dd>
          </template>
          <dt>Device</dt>
          <dd>
            <RouterLink :to="'/devices/' + call.deviceId">{{ call.device }}</RouterLink>: {{ call.condition }}
          </dd>
          <template v-if="call.personId && may('READ_SETUP')">
            <dt>Person</dt>
            <dd>
              <RouterLink :to="`/people/${call.personId}/about`">{{ call.person }}</RouterLink>
            </dd>
          </template>
        </dl>
        <h2 id="talk">Conversation</h2>
        <ol v-if="call.words.length" class="talk" aria-labelledby="talk">
          <li v-for="words in call.words" :key="words.at" :class="{ desk: words.fromDesk }">
            <span class="quiet small"
              >{{ words.fromDesk ? call.answeredBy : who(call) }}, {{ clock(words.at) }}</span
            >
            {{ words.text }} <em v-if="words.pointsAt != null" class="quiet">(pointed at a key)</em>
          </li>
        </ol>
        <form v-if="open" class="say" @submit.prevent="say">
          <label class="caption strong" for="say">To the panel</label>
          <p v-if="meant" class="small">Points at: {{ meant.text || 'what is marked' }}</p>
          <div class="actions">
            <el-input id="say" v-model="text" maxlength="300" autocomplete="off" />
            <button type="submit" class="button ink" :disabled="busy || (!text.trim() && !meant)">
              Send
            </button>
          </div>
        </form>
      </section>
    </div>
  </template>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 640fr) minmax(0, 360fr);
  gap: 24px;
  margin-top: 12px;
  align-items: start;
}
section {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 6px 14px;
  margin: 0;
}
dt {
  color: var(--ink-5);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.wish {
  font-weight: 600;
}
.talk {
  display: grid;
  gap: 6px;
  max-height: 300px;
  margin: 0;
  padding: 0;
  list-style: none;
  overflow-y: auto;
}
.talk li {
  padding: 6px 10px;
  border: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
.talk .desk {
  margin-left: 24px;
  background: var(--paper-1);
}
.talk span {
  display: block;
}
.say .actions > :first-child {
  flex: 1;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
