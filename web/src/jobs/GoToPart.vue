<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { isAtTheDevice, isFolder, isMail, kindWords, needsMailServer } from '@/destinations/kinds';
import TextWithFields from '@/names/TextWithFields.vue';
import PartColumns from '@/profiles/PartColumns.vue';
import FormField from '@/shared/FormField.vue';
import TickBox from '@/shared/TickBox.vue';
import { ownFields } from './asks';
import KindsOfPaper from './KindsOfPaper.vue';
import type { JobDraft, JobView } from './useJob';

/** Where the files go, what the mail says, and what happens when something does not arrive. */
const props = defineProps<{ open?: JobView }>();
const form = defineModel<JobDraft>({ required: true });
const MOST = 30;
const wantedWords = ref('');
const wanted = refDebounced(wantedWords, 150);
const destinations = useQuery({
  queryKey: computed(() => ['destinations', 'pick', wanted.value]),
  queryFn: () =>
    ask(api.GET('/api/destinations', { params: { query: { find: wanted.value.trim(), count: MOST } } })),
  placeholderData: keepPreviousData,
});
const FEW = 8;
const isLong = computed(() => (destinations.data.value?.total ?? 0) > FEW);
type Target = Pick<Schemas['DestinationRow'], 'id' | 'name' | 'kind' | 'routeName' | 'isFolder'>;
/** In a long list those that were used last stand first. */
const recent = useQuery({
  queryKey: ['jobs', 'recent-destinations'],
  queryFn: () => ask(api.GET('/api/jobs/recent-destinations')),
});
const found = computed<Target[]>(() => {
  const rows = destinations.data.value?.rows ?? [];
  const last = isLong.value && !wanted.value.trim() ? (recent.data.value ?? []) : [];
  return [...last, ...rows.filter((row) => !last.some((one) => one.id === row.id))];
});
/** What is ticked stays, whatever is looked for afterwards. */
const ticked = ref<Target[]>([]);
watch(
  [() => form.value.destinationIds, () => props.open?.destinations, found],
  ([ids, kept = [], rows]) => {
    const known = [
      ...rows,
      ...ticked.value,
      ...kept.map((d) => ({ ...d, isFolder: isFolder(d.kind) || isAtTheDevice(d.kind) })),
    ];
    ticked.value = ids.flatMap((id) => known.find((d) => d.id === id) ?? []);
  },
  { immediate: true },
);
/** What was ticked when the list was opened stands first; nothing moves under the hand. */
const first = ref(new Set(form.value.destinationIds));
const targets = computed(() => [
  ...ticked.value.filter((d) => first.value.has(d.id) || !found.value.some((row) => row.id === d.id)),
  ...found.value.filter((d) => !first.value.has(d.id) || !ticked.value.some((t) => t.id === d.id)),
]);
const moreTargets = computed(() => Math.max(0, (destinations.data.value?.fitting ?? 0) - found.value.length));
const byMail = computed(() => ticked.value.some((d) => isMail(d.kind)));
const TOO_LARGE: { value: JobView['whenTooLarge']; words: string }[] = [
  { value: 'REFUSE', words: 'Stop, with advice' },
  { value: 'SMALLER', words: 'Reduce the size with the least loss' },
  { value: 'SEVERAL', words: 'Send its files in several mails' },
  { value: 'LINK', words: 'Send a download link instead' },
];
const NOTIFY: { value: JobView['notifyWhen']; words: string }[] = [
  { value: 'NEVER', words: 'Never' },
  { value: 'ON_FAILURE', words: 'When it does not arrive' },
  { value: 'ALWAYS', words: 'When it arrives, and when it does not' },
];
/** What would go only to a destination that nobody chose would go nowhere. */
function chooseAmong(chosen: boolean) {
  form.value.asks.destinations = chosen;
  if (chosen) form.value.kinds = {};
}
</script>

<template>
  <PartColumns>
    <section>
      <FormField label="Destinations" name="destinationIds">
        <el-input
          v-if="isLong"
          v-model="wantedWords"
          type="search"
          clearable
          placeholder="Find a destination"
          aria-label="Find a destination"
        />
        <el-checkbox-group v-model="form.destinationIds" class="destinations" aria-label="Destinations">
          <el-checkbox v-for="d in targets" :key="d.id" :value="d.id">
            {{ d.name }}
            <span class="quiet small">{{
              needsMailServer(d.kind) ? `through ${d.routeName}` : kindWords(d.kind)
            }}</span>
          </el-checkbox>
        </el-checkbox-group>
        <p v-if="moreTargets" class="caption">{{ moreTargets }} more: type a part of the name.</p>
      </FormField>
      <RouterLink class="link small new" to="/destinations/new">New destination</RouterLink>
      <TickBox
        :model-value="form.asks.destinations"
        words="The person scanning chooses among them"
        note="Otherwise it goes to all of them. Up to 24 instead of 8. Cloud folders are shown to people who have given their consent."
        @update:model-value="chooseAmong"
      />
    </section>
    <section>
      <h3>Mail</h3>
      <TextWithFields
        v-model="form.subject"
        label="Subject of the mail"
        name="subject"
        use="SUBJECT"
        :own="ownFields(form)"
        :maxlength="200"
        hint="Fields as in file names: type a brace."
      />
      <TextWithFields
        v-model="form.body"
        label="Text of the mail"
        name="body"
        use="BODY"
        :own="ownFields(form)"
        :rows="3"
        :maxlength="4000"
      />
    </section>
    <section>
      <h3>If something goes wrong</h3>
      <FormField v-if="byMail" v-slot="f" label="If it is too large as mail" name="whenTooLarge">
        <el-select :id="f.id" v-model="form.whenTooLarge" aria-label="If it is too large as mail">
          <el-option v-for="o in TOO_LARGE" :key="o.value" :value="o.value" :label="o.words" />
        </el-select>
      </FormField>
      <FormField v-slot="f" label="Notify the person who scanned, by mail and at the panel" name="notifyWhen">
        <el-select
          :id="f.id"
          v-model="form.notifyWhen"
          aria-label="Notify the person who scanned, by mail and at the panel"
        >
          <el-option v-for="o in NOTIFY" :key="o.value" :value="o.value" :label="o.words" />
        </el-select>
      </FormField>
      <TickBox
        v-if="ticked.some((d) => d.isFolder)"
        v-model="form.askFolder"
        words="Ask for a folder at the device"
        note="Below the destination’s folder; not available if that contains fields such as the date."
      />
      <KindsOfPaper
        v-if="ticked.length > 1 && !form.asks.destinations"
        v-model="form.kinds"
        :destinations="ticked"
      />
    </section>
  </PartColumns>
</template>

<style scoped>
.new {
  align-self: start;
}
.destinations {
  display: flex;
  overflow-y: auto;
  flex-direction: column;
  gap: 2px;
  max-height: 190px;
}
</style>
