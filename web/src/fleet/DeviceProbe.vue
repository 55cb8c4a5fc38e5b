<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import StateMark from '@/shared/StateMark.vue';

/** Goes the way to a device step by step, up to the first that fails. */
const props = defineProps<{ id: string }>();
const probe = useMutation({
  mutationFn: () => ask(api.POST('/api/devices/{id}/probe', { params: { path: { id: props.id } } })),
});
const MARKS = { PASSED: 'accepted', CARE: 'care', FAILED: 'failed', NOT_TRIED: 'off' } as const;
const time = (step: Schemas['StepResult']) =>
  step.state === 'NOT_TRIED' ? 'not tried' : `${step.millis} ms`;
</script>

<template>
  <section aria-labelledby="way">
    <div class="head">
      <h2 id="way">Connection</h2>
      <button type="button" class="button small" :disabled="probe.isPending.value" @click="probe.mutate()">
        {{ probe.isPending.value ? 'Testing ...' : 'Test' }}
      </button>
    </div>
    <ErrorNote :error="probe.error.value" />
    <div role="status">
      <ol v-if="probe.data.value">
        <li v-for="step in probe.data.value.steps" :key="step.step" :class="step.state.toLowerCase()">
          <StateMark :mark="MARKS[step.state]" :size="15" />
          <div>
            <p>
              {{ step.title }} <span class="caption">{{ time(step) }}</span>
            </p>
            <p v-if="step.farSide" class="mono small">{{ step.farSide }}</p>
            <p v-if="step.note" class="small quiet">{{ step.note }}</p>
            <template v-if="step.state === 'FAILED'">
              <p class="small">{{ probe.data.value.sentence }}</p>
              <p class="small"><strong>What to do.</strong> {{ probe.data.value.remedy }}</p>
            </template>
          </div>
        </li>
      </ol>
      <p v-else-if="!probe.isPending.value" class="quiet small">
        Tests the way to the device step by step, and says what to do where it ends.
      </p>
    </div>
  </section>
</template>

<style scoped>
section {
  margin-top: 14px;
  padding-top: 8px;
  border-top: 2px solid var(--ink-9);
}
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
ol {
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 10px;
  padding: 5px 0;
  border-top: 1px solid var(--rule);
}
li:first-child {
  border-top: 0;
}
li > svg {
  flex: none;
  margin-top: 3px;
}
li p {
  overflow-wrap: anywhere;
}
.not_tried {
  color: var(--ink-5);
}
</style>
