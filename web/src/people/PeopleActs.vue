<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import AskDelete from '@/shared/AskDelete.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count } from '@/shared/format';
import type { Picked } from '@/shared/picked';
import PickedBar from '@/shared/PickedBar.vue';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';
import GroupsField from './GroupsField.vue';
import { saveAs } from './saveAs';

/** What can be done with many people at once. */
const props = defineProps<{ picked: Picked }>();
const queries = useQueryClient();
const { say } = useToast();
const { general, busy, attempt } = useForm();
const people = computed(() => count(props.picked.number.value, 'person', 'people'));

const asking = ref<'LETTERS' | 'MAILS' | 'DELETE' | 'JOIN_GROUP' | 'LEAVE_GROUP'>();
const asks = (one: NonNullable<typeof asking.value>) =>
  computed({
    get: () => asking.value === one,
    set: (open) => {
      if (!open && asking.value === one) asking.value = undefined;
    },
  });
const deleting = asks('DELETE');
const forPins = computed({
  get: () => asking.value === 'LETTERS' || asking.value === 'MAILS',
  set: (open) => {
    if (!open) asking.value = undefined;
  },
});
const forGroups = computed({
  get: () => asking.value === 'JOIN_GROUP' || asking.value === 'LEAVE_GROUP',
  set: (open) => {
    if (!open) asking.value = undefined;
  },
});
const groups = ref<string[]>([]);
/** Whose mail no server took. */
const failed = ref<string[]>([]);

async function done(words: string) {
  asking.value = undefined;
  await queries.invalidateQueries({ queryKey: ['people'] });
  say(words);
  props.picked.pick([]);
}
async function act(what: Schemas['ManyOrder']['act'], words: (n: string) => string, group?: string) {
  const made = await attempt(() =>
    ask(api.POST('/api/people/many', { body: { people: props.picked.body.value, act: what, group } })),
  );
  if (made) await done(words(count(made.changed, 'person', 'people')));
}
async function letters() {
  const pdf = await attempt(() =>
    ask(api.POST('/api/people/pin-letters', { body: props.picked.body.value, parseAs: 'blob' })),
  );
  if (!pdf) return;
  saveAs(pdf as unknown as Blob, 'pins.pdf');
  await done(`${people.value}: new PINs are in the file. Print it, and then delete it.`);
}
async function mails() {
  const made = await attempt(() => ask(api.POST('/api/people/pin-mails', { body: props.picked.body.value })));
  if (!made) return;
  failed.value = made.failed;
  await done(`${count(made.sent, 'person', 'people')} got a new PIN by mail.`);
}
async function changeGroup() {
  const what = asking.value;
  if (what !== 'JOIN_GROUP' && what !== 'LEAVE_GROUP') return;
  for (const group of groups.value)
    await act(
      what,
      (n) => (what === 'JOIN_GROUP' ? `${n} added to ${group}.` : `${n} removed from ${group}.`),
      group,
    );
  groups.value = [];
}
function askGroups(what: 'JOIN_GROUP' | 'LEAVE_GROUP') {
  groups.value = [];
  asking.value = what;
}
</script>

<template>
  <PickedBar :picked="picked" :words="people">
    <span class="buttons">
      <button type="button" class="button" :disabled="busy" @click="asking = 'LETTERS'">
        New PINs as letters
      </button>
      <button type="button" class="button" :disabled="busy" @click="asking = 'MAILS'">
        New PINs by mail
      </button>
      <button type="button" class="button" :disabled="busy" @click="askGroups('JOIN_GROUP')">
        Add to a group
      </button>
      <button type="button" class="button" :disabled="busy" @click="askGroups('LEAVE_GROUP')">
        Remove from a group
      </button>
      <button type="button" class="button" :disabled="busy" @click="act('DISABLE', (n) => `${n} disabled.`)">
        Disable
      </button>
      <button type="button" class="button" :disabled="busy" @click="act('ENABLE', (n) => `${n} enabled.`)">
        Enable
      </button>
      <button type="button" class="link small delete" :disabled="busy" @click="asking = 'DELETE'">
        Delete
      </button>
    </span>
  </PickedBar>
  <ErrorNote v-if="!asking" :error="general" />
  <p v-if="failed.length" role="alert" class="small">
    <strong>No mail server took the mail for {{ failed.join(', ') }}.</strong> They keep the PIN that they
    had.
  </p>
  <el-dialog v-model="forPins" :title="`New PINs for ${people}?`" width="460">
    <p v-if="asking === 'LETTERS'">
      Courier makes a PDF with a letter to each of them, in their language. The PINs that they have now stop
      working at once.
    </p>
    <p v-else>
      Each gets a mail with their new PIN, in their language. The PIN that they have now stops working when a
      mail server has taken the mail. Mails can be read on their way: let the first PIN be for one time only.
    </p>
    <p><RouterLink class="link" to="/people/sign-in">Rules for PINs</RouterLink></p>
    <ErrorNote :error="general" />
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="forPins = false">Cancel</button>
        <button
          type="button"
          class="button ink"
          :disabled="busy"
          @click="asking === 'LETTERS' ? letters() : mails()"
        >
          {{ asking === 'LETTERS' ? 'Make the letters' : 'Send the mails' }}
        </button>
      </div>
    </template>
  </el-dialog>
  <el-dialog
    v-model="forGroups"
    :title="asking === 'JOIN_GROUP' ? `Add ${people} to a group` : `Remove ${people} from a group`"
    width="420"
  >
    <GroupsField v-model="groups" label="Groups" />
    <ErrorNote :error="general" />
    <template #footer>
      <div class="actions end">
        <button type="button" class="button" @click="forGroups = false">Cancel</button>
        <button type="button" class="button ink" :disabled="busy || !groups.length" @click="changeGroup">
          {{ asking === 'JOIN_GROUP' ? 'Add' : 'Remove' }}
        </button>
      </div>
    </template>
  </el-dialog>
  <AskDelete
    v-model="deleting"
    :name="people"
    says="This cannot be undone. If something still needs one of them, Courier names it and deletes nobody. To keep somebody from signing in, disable them instead."
    @remove="act('DELETE', (n) => `${n} deleted.`)"
  />
</template>

<style scoped>
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.delete {
  margin-left: 8px;
  color: var(--failed);
}
.end {
  justify-content: flex-end;
}
</style>
