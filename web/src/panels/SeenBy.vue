<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed, provide, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import LabelPages from '@/panel/LabelPages.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, whereIs } from '@/shared/format';
import { LANGUAGES, load, SPOKEN_HERE, type Language } from '@/shared/words';

/** The panel as people see it: anybody, somebody of a group, one person; in each language. */
const props = defineProps<{ device: Schemas['DeviceView'] }>();
const open = defineModel<boolean>({ required: true });
const ANYBODY = 'anybody';
const MOST = 50;
const who = ref(ANYBODY);
const wanted = ref<Language>('en');
/** Its words are there. */
const spoken = ref<Language>('en');
provide(SPOKEN_HERE, spoken);
watch(wanted, async (one) => {
  if ((await load(one)) && wanted.value === one) spoken.value = one;
});

const groups = useQuery({
  queryKey: ['people', 'groups'],
  queryFn: () => ask(api.GET('/api/people/groups')),
  enabled: open,
});
const letters = ref('');
const people = useQuery({
  queryKey: computed(() => ['people', 'to-see-as', letters.value]),
  queryFn: ({ signal }) =>
    ask(api.GET('/api/people', { params: { query: { find: letters.value, count: MOST } }, signal })),
  enabled: open,
  placeholderData: keepPreviousData,
});
const query = useQuery({
  queryKey: computed(() => ['plan', props.device.id, 'labels', who.value, spoken.value]),
  queryFn: ({ signal }) => {
    const [kind, ...rest] = who.value.split(':');
    const of = rest.join(':');
    return ask(
      api.GET('/api/panels/{device}/labels', {
        params: {
          path: { device: props.device.id },
          query: kind === 'person' ? { person: of } : kind === 'group' ? { group: of } : {},
        },
        headers: { 'Accept-Language': spoken.value },
        signal,
      }),
    );
  },
  enabled: open,
  placeholderData: keepPreviousData,
});
const labels = computed(() => query.data.value ?? []);
</script>

<template>
  <el-dialog v-model="open" title="As people see it" width="820" append-to-body>
    <div class="choose">
      <el-select
        v-model="who"
        filterable
        remote
        :remote-method="(typed: string) => (letters = typed)"
        aria-label="Seen by"
      >
        <el-option :value="ANYBODY" label="Anybody" />
        <el-option-group v-if="groups.data.value?.length" label="Groups">
          <el-option
            v-for="group in groups.data.value"
            :key="group"
            :value="`group:${group}`"
            :label="`Somebody of ${group}`"
          />
        </el-option-group>
        <el-option-group v-if="people.data.value?.rows.length" label="People">
          <el-option
            v-for="one in people.data.value.rows"
            :key="one.id"
            :value="`person:${one.id}`"
            :label="one.name"
          />
        </el-option-group>
      </el-select>
      <el-select v-model="wanted" class="language" aria-label="Language">
        <el-option v-for="(name, code) in LANGUAGES" :key="code" :value="code" :label="name" />
      </el-select>
      <span class="quiet small">{{ count(labels.length, 'job') }}</span>
    </div>
    <ErrorNote :error="query.error.value" />
    <div class="frame">
      <div class="screen panel-screen" :lang="spoken" inert>
        <p class="where">{{ whereIs(device.place, device.name) }}</p>
        <LabelPages :labels="labels" />
      </div>
    </div>
  </el-dialog>
</template>

<style scoped>
.choose {
  display: flex;
  gap: 10px;
  align-items: center;
  padding-bottom: 10px;
}
.choose .el-select {
  width: 260px;
}
.choose .language {
  width: 140px;
}
/* A screen of 1024 x 600 at three quarters. */
.frame {
  width: 768px;
  height: 450px;
  overflow: hidden;
  border: 2px solid var(--ink-9);
}
.screen {
  display: flex;
  flex-direction: column;
  box-sizing: border-box;
  width: 1024px;
  height: 600px;
  padding: 14px 12px 16px 16px;
  background: var(--paper-2);
  font-size: 18px;
  line-height: 24px;
  overflow-wrap: normal;
  word-break: normal;
  transform: scale(0.75);
  transform-origin: 0 0;
}
.where {
  font: 680 21px/25px var(--heading);
  font-stretch: 84%;
}
</style>
