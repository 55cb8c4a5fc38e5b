<script setup lang="ts">
import { keepPreviousData, useInfiniteQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { exact, momentOf, when } from '@/shared/format';
import TitleBar from '@/shared/TitleBar.vue';
import { useUndo } from '@/shared/undo';
import PlannedChanges from './PlannedChanges.vue';

type Change = Schemas['ChangeView'];
const PAGE = 100;
const find = ref('');
const asked = refDebounced(find, 200);
const day = ref<string | null>(null);
const query = useInfiniteQuery({
  queryKey: computed(() => ['changes', asked.value, day.value]),
  queryFn: ({ pageParam, signal }) =>
    ask(
      api.GET('/api/changes', {
        params: {
          query: {
            before: pageParam,
            limit: PAGE,
            find: asked.value,
            // To the end of that day in the office.
            until: day.value ? momentOf(`${day.value} 23:59:59.999`).toISOString() : undefined,
          },
        },
        signal,
      }),
    ),
  initialPageParam: 0,
  getNextPageParam: (last) => (last.length === PAGE ? last.at(-1)?.id : undefined),
  placeholderData: keepPreviousData,
});
const changes = computed(() => query.data.value?.pages.flat() ?? []);

const VERBS = { ADDED: 'created', CHANGED: 'changed', DELETED: 'deleted' } as const;
const opened = ref<number>();
/** The line says what changed when it is little; more is opened. */
const brief = (change: Change) => {
  const [first, ...more] = change.differences;
  if (!first) return '';
  if (!more.length) return `${first.name}: ${first.before || 'nothing'} → ${first.after || 'nothing'}`;
  const names = change.differences.slice(0, 3).map((one) => one.name);
  return `${names.join('; ')}${change.differences.length > 3 ? ` and ${change.differences.length - 3} more` : ''}`;
};

const { may } = useSession();
const { undo } = useUndo();
const wanted = ref<Change>();
const asking = computed({ get: () => !!wanted.value, set: (open) => open || (wanted.value = undefined) });
async function takeBack() {
  const change = wanted.value;
  wanted.value = undefined;
  if (change) await undo(change.id);
}
</script>

<template>
  <TitleBar
    title="Change log"
    hint="Every change of the set-up: who, what, before and after. Secrets are never shown."
  >
    <el-input
      v-model="find"
      class="find"
      type="search"
      placeholder="Name, kind or person"
      aria-label="Find changes"
    />
    <el-date-picker
      v-model="day"
      type="date"
      value-format="YYYY-MM-DD"
      placeholder="Until today"
      aria-label="Until"
      class="day"
    />
  </TitleBar>
  <PlannedChanges />
  <ErrorNote :error="query.error.value" />
  <table v-if="changes.length" class="table">
    <thead>
      <tr>
        <th scope="col">When</th>
        <th scope="col">Who</th>
        <th scope="col">What</th>
        <th scope="col">Difference</th>
        <th scope="col" aria-label="Undo"></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="change in changes" :key="change.id" :class="{ undone: change.undone }">
        <td class="quiet at" :title="exact(change.at)">{{ when(change.at) }}</td>
        <td>{{ change.who }}</td>
        <td>
          {{ VERBS[change.verb] }} {{ change.kind === change.subject.toLowerCase() ? '' : change.kind }}
          <strong>{{ change.subject }}</strong>
          <span v-if="change.undone" class="quiet"> (undone)</span>
        </td>
        <td class="small">
          <button
            v-if="change.differences.length > 1"
            type="button"
            class="link brief"
            :aria-expanded="opened === change.id"
            @click="opened = opened === change.id ? undefined : change.id"
          >
            {{ brief(change) }}
          </button>
          <span v-else>{{ brief(change) }}</span>
          <dl v-if="opened === change.id">
            <template v-for="one in change.differences" :key="one.name">
              <dt>{{ one.name }}</dt>
              <dd>{{ one.before || 'nothing' }} → {{ one.after || 'nothing' }}</dd>
            </template>
          </dl>
        </td>
        <td>
          <button
            v-if="change.canUndo && may('CHANGE_SETUP')"
            type="button"
            class="link small"
            :aria-label="`Undo: ${VERBS[change.verb]} ${change.kind} ${change.subject}`"
            @click="wanted = change"
          >
            Undo
          </button>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="!query.isLoading.value" class="quiet none">
    {{ asked || day ? 'No change matches.' : 'Nothing has been changed yet.' }}
  </p>
  <p v-if="query.hasNextPage.value">
    <button type="button" class="button" @click="query.fetchNextPage()">Show older</button>
  </p>
  <AskDelete
    v-model="asking"
    verb="Undo"
    :name="wanted ? `${VERBS[wanted.verb]} ${wanted.subject}` : ''"
    says="What was there before is restored, with everything that was changed together with it."
    @remove="takeBack"
  />
</template>

<style scoped>
.find {
  width: 220px;
}
.at {
  white-space: nowrap;
}
.brief {
  text-align: left;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 2px 12px;
  margin: 6px 0 2px;
}
dt {
  color: var(--ink-6);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.undone td {
  color: var(--ink-6);
}
.none {
  margin-top: 14px;
}
</style>
