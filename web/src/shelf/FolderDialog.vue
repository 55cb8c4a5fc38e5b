<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref, useTemplateRef, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { ifMatch } from '@/shared/one';
import { DEVICES } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import { useForm } from '@/shared/problems';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import { useUndo } from '@/shared/undo';

/** A folder of the shelf as it is set up. */
const props = defineProps<{ id?: string }>();
const emit = defineEmits<{ saved: [id: string] }>();
const open = defineModel<boolean>({ required: true });
type Form = Schemas['ShelfFolderForm'];
const queries = useQueryClient();
const { sayWithUndo } = useUndo();
const { general, busy, attempt, clear } = useForm();
const blank = (): Form => ({ name: '', reach: 'OFFICE', own: false, keepDays: 0 });
const form = ref(blank());
const fields = useTemplateRef('fields');
const toFirst = () => fields.value?.querySelector('input')?.focus();
const known = useQuery({
  queryKey: computed(() => ['shelf', 'set-up', props.id]),
  queryFn: () => ask(api.GET('/api/shelf/folders/{id}', { params: { path: { id: props.id! } } })),
  enabled: computed(() => open.value && Boolean(props.id)),
});
const passcode = ref('');
const takeAway = ref(false);
watch(
  [open, () => known.data.value],
  () => {
    clear();
    passcode.value = '';
    takeAway.value = false;
    const now = props.id ? known.data.value : undefined;
    form.value = now
      ? { name: now.name, reach: now.reach, deviceId: now.deviceId, own: now.own, keepDays: now.keepDays }
      : blank();
  },
  { immediate: true },
);
const REACHES: { value: NonNullable<Form['reach']>; words: string }[] = [
  { value: 'OFFICE', words: 'The office' },
  { value: 'EACH_DEVICE', words: 'Each device' },
  { value: 'ONE_DEVICE', words: 'One device' },
];
const HINTS = {
  OFFICE: 'One folder, the same at every device.',
  EACH_DEVICE: 'Every device has a folder of this name, with documents of its own.',
  ONE_DEVICE: 'Only people at that device see it.',
};
const device = computed({
  get: () => form.value.deviceId ?? '',
  set: (id) => (form.value.deviceId = id || undefined),
});

async function save() {
  const body: Form = {
    ...form.value,
    keepDays: Number(form.value.keepDays),
    passcode: takeAway.value ? '' : passcode.value || undefined,
  };
  const saved = await attempt(() =>
    props.id
      ? ask(
          api.PUT('/api/shelf/folders/{id}', {
            params: { path: { id: props.id }, header: ifMatch(known.data.value?.version ?? '') },
            body,
          }),
        )
      : ask(api.POST('/api/shelf/folders', { body })),
  );
  if (!saved) return;
  open.value = false;
  void sayWithUndo(`${saved.name} saved.`, saved.id);
  await queries.invalidateQueries({ queryKey: ['shelf'] });
  emit('saved', saved.id);
}
async function remove() {
  const id = props.id!;
  const { name } = form.value;
  const gone = await attempt(async () => {
    await ask(api.DELETE('/api/shelf/folders/{id}', { params: { path: { id } } }));
    return true;
  });
  if (!gone) return;
  open.value = false;
  void sayWithUndo(`${name} deleted.`, id);
  await queries.invalidateQueries({ queryKey: ['shelf'] });
}
</script>

<template>
  <el-dialog
    v-model="open"
    :title="id ? 'Change folder' : 'New folder of the shelf'"
    width="520"
    align-center
    @opened="toFirst"
  >
    <form ref="fields" class="folder" @submit.prevent="save">
      <ErrorNote :error="general ?? known.error.value" />
      <TextField v-model="form.name" label="Name" name="name" :maxlength="40" placeholder="Forms" />
      <FormField v-slot="f" label="Where it is" name="reach" :hint="HINTS[form.reach ?? 'OFFICE']">
        <ChoiceRow
          v-model="form.reach!"
          label="Where it is"
          :options="REACHES"
          :describedby="f.describedby"
        />
      </FormField>
      <FormField v-if="form.reach === 'ONE_DEVICE'" v-slot="f" label="Device" name="deviceId">
        <PickOne
          v-bind="DEVICES"
          :id="f.id"
          v-model="device"
          label="Device"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <TickBox
        v-model="form.own!"
        words="Each person has documents of their own"
        note="Nobody else sees them, not even at the desk."
      />
      <TextField
        v-model="form.keepDays"
        short
        label="Days to keep"
        name="keepDays"
        hint="Then documents are deleted. 0 keeps them until somebody does."
      />
      <TextField
        v-if="!takeAway"
        v-model="passcode"
        type="password"
        :label="known.data.value?.hasPasscode && id ? 'New passcode' : 'Passcode'"
        name="passcode"
        :maxlength="64"
        :hint="
          known.data.value?.hasPasscode && id
            ? 'There is one; empty keeps it.'
            : 'Whoever opens the folder is asked for it. Empty for none.'
        "
      />
      <TickBox v-if="known.data.value?.hasPasscode && id" v-model="takeAway" words="Take the passcode away" />
      <div class="actions end">
        <button v-if="id" type="button" class="link small delete" :disabled="busy" @click="remove">
          Delete folder
        </button>
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button type="submit" class="button ink" :disabled="busy">Save</button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.folder {
  display: grid;
  gap: 12px;
}
.end {
  justify-content: flex-end;
}
.delete {
  margin-right: auto;
  color: var(--failed);
}
</style>
