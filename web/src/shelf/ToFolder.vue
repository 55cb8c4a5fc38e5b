<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue';
import FormField from '@/shared/FormField.vue';
import { keyOf, placeOf, shelfName, type Folder, type Place, type Shelf } from './shelf';

/** Which folder documents are moved or copied into. */
const props = defineProps<{
  act: 'Move' | 'Copy';
  words: string;
  shelves: Shelf[];
  from: string;
  busy: boolean;
}>();
const emit = defineEmits<{ go: [to: Place, name: string] }>();
const open = defineModel<boolean>({ required: true });
const chosen = ref('');
const fields = useTemplateRef('fields');
const toFirst = () => fields.value?.querySelector('input')?.focus();
watch(open, () => (chosen.value = ''));
/** Into another's own nobody puts anything, and into a locked one only who has its passcode. */
const possible = (folder: Folder) =>
  folder.opens && !folder.locked && (props.act === 'Copy' || keyOf(folder) !== props.from);
const groups = computed(() =>
  props.shelves
    .map((shelf) => ({ name: shelfName(shelf), folders: shelf.folders.filter(possible) }))
    .filter(({ folders }) => folders.length),
);
function go() {
  const folder = props.shelves.flatMap((shelf) => shelf.folders).find((one) => keyOf(one) === chosen.value);
  if (folder) emit('go', placeOf(folder), folder.name);
}
</script>

<template>
  <el-dialog v-model="open" :title="`${act} ${words}`" width="420" align-center @opened="toFirst">
    <form ref="fields" @submit.prevent="go">
      <FormField v-slot="f" label="Folder" name="folder">
        <el-select :id="f.id" v-model="chosen" filterable placeholder="Choose a folder">
          <el-option-group v-for="group in groups" :key="group.name" :label="group.name">
            <el-option v-for="one in group.folders" :key="keyOf(one)" :value="keyOf(one)" :label="one.name" />
          </el-option-group>
        </el-select>
      </FormField>
      <p v-if="!groups.length" class="quiet small">There is no other folder.</p>
      <div class="actions end">
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button type="submit" class="button ink" :disabled="busy || !chosen">{{ act }}</button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.end {
  justify-content: flex-end;
  margin-top: 14px;
}
</style>
