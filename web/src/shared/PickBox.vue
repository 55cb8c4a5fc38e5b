<script setup lang="ts">
import { computed } from 'vue';
import type { Picked } from './picked';

/** Chooses a row of a list, or all that are shown; a cell of its table. */
const props = defineProps<{ picked: Picked; row?: { id: string; name: string } }>();
const checked = computed(() => (props.row ? props.picked.has(props.row.id) : props.picked.allShown.value));
function change(event: Event) {
  const wanted = (event.target as HTMLInputElement).checked;
  if (props.row) props.picked.set(props.row.id, wanted);
  else props.picked.pick(wanted ? props.picked.shownIds.value : []);
}
</script>

<template>
  <component :is="row ? 'td' : 'th'" :scope="row ? undefined : 'col'" class="pick" @click.stop>
    <input
      type="checkbox"
      :aria-label="row ? `Choose ${row.name}` : 'Choose all that are shown'"
      :checked="checked"
      @change="change"
    />
  </component>
</template>

<style scoped>
.pick {
  width: 34px;
  cursor: default;
}
input {
  accent-color: var(--stamp);
}
</style>
