<script setup lang="ts">
import { computed, inject, useId } from 'vue';
import { PROBLEMS } from './problems';

/** A labelled field; shows what the server's rules say of it. The slot takes `id` and `describedby` for its control. */
const props = defineProps<{ label: string; name: string; hint?: string }>();

const id = useId();
const problems = inject(PROBLEMS, undefined);
const problem = computed(() => problems?.value.find((p) => p.field === props.name));
const note = computed(() =>
  problem.value ? `${problem.value.sentence} ${problem.value.remedy}` : props.hint,
);
</script>

<template>
  <div class="field" :class="{ 'is-wrong': problem }" :data-field="name">
    <label :for="id">{{ label }}</label>
    <slot :id="id" :describedby="note ? id + '-note' : undefined" :invalid="problem ? true : undefined" />
    <p
      v-if="note"
      :id="id + '-note'"
      :class="['note', { wrong: problem }]"
      :role="problem ? 'alert' : undefined"
    >
      {{ note }}
    </p>
  </div>
</template>

<style scoped>
.field {
  display: flex;
  flex-direction: column;
  gap: 3px;
  min-width: 0;
}
label {
  font-size: 12px;
  line-height: 16px;
  color: var(--ink-5);
}
.is-wrong label {
  color: var(--failed);
  font-weight: 600;
}
.note {
  font-size: 12px;
  line-height: 16px;
  color: var(--ink-5);
}
.note.wrong {
  color: var(--failed);
}
</style>
