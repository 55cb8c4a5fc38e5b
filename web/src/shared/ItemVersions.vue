<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from './ErrorNote.vue';
import { exact, when } from './format';
import { ifMatch } from './one';
import { useUndo } from './undo';

/** What a thing of the set-up was before, beside its form, and the way back to it. */
const props = defineProps<{
  kind: 'DEVICE' | 'MAIL_SERVER' | 'DIRECTORY' | 'DESTINATION' | 'PROFILE' | 'NAME' | 'JOB' | 'PANEL_PLAN';
  /** The thing as it is shown. */
  of: { id: string; name: string; version: string };
}>();
type Version = Schemas['ItemVersion'];
const open = ref(false);
const { may } = useSession();
const queries = useQueryClient();
const { sayWithUndo } = useUndo();
const query = useQuery({
  queryKey: computed(() => ['changes', 'versions', props.of.id]),
  queryFn: () =>
    ask(api.GET('/api/changes/versions', { params: { query: { kind: props.kind, id: props.of.id } } })),
  enabled: open,
});
const versions = computed(() => query.data.value ?? []);
const looked = ref<number>();
const chosen = computed(() => versions.value.find((one) => one.id === looked.value));

const back = useMutation({
  mutationFn: (one: Version) =>
    ask(
      api.POST('/api/changes/{id}/go-back', {
        params: { path: { id: one.id }, header: ifMatch(props.of.version) },
      }),
    ),
  onSuccess: async (_, one) => {
    open.value = false;
    looked.value = undefined;
    await queries.invalidateQueries();
    await sayWithUndo(`${props.of.name} is as in version ${one.number}.`, props.of.id);
  },
});
function show() {
  looked.value = undefined;
  back.reset();
  open.value = true;
}
</script>

<template>
  <button v-if="may('CHANGE_SETUP')" type="button" class="opens" @click="show">
    <span class="link small">Versions</span>
  </button>
  <el-drawer v-model="open" :title="`Versions of ${of.name}`" size="460px" append-to-body>
    <ErrorNote :error="query.error.value ?? back.error.value" />
    <p v-if="query.isSuccess.value && versions.length < 2" class="quiet small">
      It was not changed since it was made, or that was before versions were kept.
    </p>
    <ol class="versions">
      <li v-for="(one, i) in versions" :key="one.id" :class="{ open: one.id === looked }">
        <div class="head">
          <strong>Version {{ one.number }}</strong>
          <span v-if="one.current" class="word-tag">{{ i ? 'as now' : 'current' }}</span>
          <span class="quiet small" :title="exact(one.at)">{{ when(one.at) }}, {{ one.who }}</span>
          <button
            v-if="!one.current"
            type="button"
            class="link small"
            :aria-expanded="one.id === looked"
            :aria-label="`Compare version ${one.number} with now`"
            @click="looked = one.id === looked ? undefined : one.id"
          >
            Compare
          </button>
        </div>
        <template v-if="one.id === looked && chosen">
          <p class="small">Going back to it changes:</p>
          <dl class="small">
            <template v-for="value in chosen.fromNow" :key="value.name">
              <dt>{{ value.name }}</dt>
              <dd>
                <del>{{ value.before || 'nothing' }}</del> <ins>{{ value.after || 'nothing' }}</ins>
              </dd>
            </template>
          </dl>
          <button type="button" class="button ink" :disabled="back.isPending.value" @click="back.mutate(one)">
            Go back to version {{ one.number }}
          </button>
        </template>
        <p v-else-if="one.changed.length" class="small quiet made">
          {{
            one.changed
              .slice(0, 4)
              .map((value) => value.name)
              .join('; ')
          }}<template v-if="one.changed.length > 4"> and {{ one.changed.length - 4 }} more</template>
        </p>
      </li>
    </ol>
    <p class="quiet small">Passwords have no versions: they stay as they are.</p>
  </el-drawer>
</template>

<style scoped>
/* Large enough for a finger beside other links, and no higher than its line. */
.opens {
  min-height: 24px;
  margin-block: -3px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
.versions {
  margin: 0 0 14px;
  padding: 0;
  list-style: none;
}
li {
  padding: 9px 0;
  border-bottom: 1px solid var(--rule);
}
li.open {
  padding-bottom: 14px;
}
.head {
  display: grid;
  grid-template-columns: auto auto 1fr auto;
  gap: 10px;
  align-items: baseline;
}
.head .quiet {
  grid-column: 3;
}
.made {
  margin: 2px 0 0;
}
dl {
  display: grid;
  grid-template-columns: minmax(90px, max-content) 1fr;
  gap: 3px 12px;
  margin: 6px 0 12px;
}
dt {
  color: var(--ink-6);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
del {
  color: var(--ink-6);
}
ins {
  text-decoration: none;
  font-weight: 600;
}
</style>
