<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref, useTemplateRef, watch } from 'vue';
import { api, ask, Problem, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { count } from '@/shared/format';
import { PRINTERS } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import { useForm } from '@/shared/problems';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import { useToast } from '@/shared/toast';
import SheetsPreview from './SheetsPreview.vue';
import { optionsOf, usePrinting } from './usePrinting';

/** A delivery on paper once more: on which device and how, with the sheets as they will come out. */
const props = defineProps<{ delivery: Schemas['DeliveryPage'] }>();
const open = defineModel<boolean>({ required: true });
const { may } = useSession();
const queries = useQueryClient();
const { say } = useToast();
const { general, problems, busy, attempt, clear } = useForm();
const path = computed(() => ({ path: { id: props.delivery.row.id } }));
const looking = ref<Problem>();
const fields = useTemplateRef('fields');
const toFirst = () => fields.value?.querySelector('input')?.focus();

const { chosen, preview, choices, refresh } = usePrinting(async (form) => {
  if (!form.deviceId) return undefined;
  looking.value = undefined;
  try {
    const seen = await ask(
      api.POST('/api/deliveries/{id}/print/preview', { params: path.value, body: form }),
    );
    problems.value = seen.problems;
    return seen;
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    looking.value = error;
    return undefined;
  }
});
const options = computed(() => (choices.value ? optionsOf(choices.value) : undefined));
const devices = { ...PRINTERS, area: 'devices' };

watch(open, async (is) => {
  if (!is) return;
  clear();
  const device = props.delivery.row.deviceId;
  if (!chosen.deviceId && device) {
    // Where it was scanned, if that one prints.
    const one = await ask(api.GET('/api/devices/{id}', { params: { path: { id: device } } })).catch(
      () => undefined,
    );
    if (one?.abilities.prints) chosen.deviceId = device;
  }
  await refresh();
});
/** A device is another one: what it cannot do is not chosen any more. */
watch(choices, (can) => {
  if (!can) return;
  if (!can.sides.includes(chosen.sides)) chosen.sides = 'AS_SET';
  if (!can.colours.includes(chosen.colour)) chosen.colour = 'AS_SET';
  if (!can.scalings.includes(chosen.scaling)) chosen.scaling = 'AS_SET';
  if (!can.perSide.includes(chosen.perSide)) chosen.perSide = 'ONE';
  if (!can.trays.some(({ keyword }) => keyword === chosen.tray)) chosen.tray = '';
  if (!can.staple) chosen.staple = false;
  if (!can.pages) chosen.pages = '';
});

const ALL = -1;
const file = computed({
  get: () => chosen.file ?? ALL,
  set: (position) => (chosen.file = position === ALL ? undefined : position),
});
const files = computed(() => props.delivery.files);
const perSide = computed(() =>
  Number(options.value?.perSide.find((o) => o.value === chosen.perSide)?.words ?? 1),
);
/** Pages of the only file are those that were scanned and not left out, in their order. */
const pictures = computed(() => {
  const there = props.delivery.pages.filter((page) => !page.leftOut);
  return may('OPEN_PAGES') && files.value.length === 1 && files.value[0]?.pages === there.length ? there : [];
});
const picture = (page: number) => {
  const one = pictures.value[page - 1];
  return one && `/api/deliveries/${props.delivery.row.id}/pages/${one.id}/thumbnail`;
};
const list = (pages: number[]) => (pages.length === 1 ? `page ${pages[0]}` : `pages ${pages.join(', ')}`);
const label = ({ front, back }: Schemas['PrintedSheet'], n: number) =>
  `Sheet ${n}: ${list(front)}${back.length ? `; on its back ${list(back)}` : ''}`;

async function print() {
  const done = await attempt(async () => {
    await ask(api.POST('/api/deliveries/{id}/print', { params: path.value, body: { ...chosen } }));
    return true;
  });
  if (!done) return;
  open.value = false;
  say(`${count(preview.value?.sheetsInAll ?? 1, 'sheet')} sent to the printer.`);
  await queries.invalidateQueries({ queryKey: ['delivery', props.delivery.row.id] });
}
</script>

<template>
  <el-dialog v-model="open" title="Print" width="860" align-center @opened="toFirst">
    <form ref="fields" class="print" @submit.prevent="print">
      <div class="choices">
        <FormField v-slot="f" label="Device" name="deviceId">
          <PickOne
            v-bind="devices"
            :id="f.id"
            v-model="chosen.deviceId"
            label="Device that prints"
            placeholder="Choose a device that prints"
            :aria-describedby="f.describedby"
          />
        </FormField>
        <FormField v-if="files.length > 1" v-slot="f" label="File" name="file">
          <el-select :id="f.id" v-model="file" :aria-describedby="f.describedby">
            <el-option :value="ALL" :label="`All ${files.length} files`" />
            <el-option v-for="one in files" :key="one.position" :value="one.position" :label="one.name" />
          </el-select>
        </FormField>
        <template v-if="choices && options">
          <div class="pair">
            <TextField v-model="chosen.copies" short label="Copies" name="copies" />
            <TextField
              v-if="choices.pages"
              v-model="chosen.pages"
              label="Pages"
              name="pages"
              placeholder="all, or 1-3, 7"
              :maxlength="200"
            />
          </div>
          <FormField label="Sides" name="sides">
            <ChoiceRow v-model="chosen.sides" label="Sides" :options="options.sides" />
          </FormField>
          <FormField label="Colour" name="colour">
            <ChoiceRow v-model="chosen.colour" label="Colour" :options="options.colour" />
          </FormField>
          <FormField v-if="options.scaling.length > 1" label="Scaling" name="scaling">
            <ChoiceRow v-model="chosen.scaling" label="Scaling" :options="options.scaling" />
          </FormField>
          <FormField v-if="options.perSide.length > 1" label="Pages per side" name="perSide">
            <ChoiceRow v-model="chosen.perSide" label="Pages per side" :options="options.perSide" />
          </FormField>
          <FormField v-if="choices.trays.length" v-slot="f" label="Paper" name="tray">
            <el-select
              :id="f.id"
              v-model="chosen.tray"
              :empty-values="[undefined]"
              :aria-describedby="f.describedby"
            >
              <el-option v-for="one in options.tray" :key="one.value" :value="one.value" :label="one.words" />
            </el-select>
          </FormField>
          <FormField v-if="choices.staple" label="Finishing" name="staple">
            <TickBox v-model="chosen.staple" words="Staple" />
          </FormField>
        </template>
      </div>
      <section class="paper" aria-labelledby="sheets-heading">
        <h3 id="sheets-heading" aria-live="polite">
          {{ preview ? `${count(preview.sheetsInAll, 'sheet')} in total` : 'Preview' }}
        </h3>
        <ErrorNote :error="looking" />
        <p v-if="!preview && !looking" class="quiet small">Choose a device to see a preview.</p>
        <div v-for="of in preview?.sheets ?? []" :key="of.file">
          <p v-if="(preview?.sheets.length ?? 0) > 1" class="mono small">
            {{ files.find(({ position }) => position === of.file)?.name }}
          </p>
          <SheetsPreview
            :sheets="of.sheets"
            :columns="of.columns"
            :per-side="perSide"
            :label="label"
            :picture="picture"
            :grey="chosen.colour === 'GREY'"
          />
        </div>
      </section>
      <ErrorNote :error="general" />
      <div class="actions end">
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button type="submit" class="button ink" :disabled="busy || !preview">Print</button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.print {
  display: grid;
  grid-template-columns: minmax(0, 400px) minmax(0, 1fr);
  gap: 14px 24px;
}
.choices {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.pair {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 14px;
}
.paper {
  max-height: 440px;
  padding-left: 16px;
  border-left: 1px solid var(--rule);
  overflow-y: auto;
}
.paper h3 {
  margin-bottom: 8px;
}
.end {
  grid-column: 1 / -1;
  justify-content: flex-end;
}
@media (max-width: 760px) {
  .print {
    grid-template-columns: minmax(0, 1fr);
  }
  .paper {
    padding: 10px 0 0;
    border-top: 1px solid var(--rule);
    border-left: 0;
  }
}
</style>
