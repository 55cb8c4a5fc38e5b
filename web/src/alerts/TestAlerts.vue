<script setup lang="ts">
import { ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { ago, count } from '@/shared/format';
import { useForm } from '@/shared/problems';
import StateMark from '@/shared/StateMark.vue';

/** Whether those who are to be told of alerts are reached, and what could not be told yet. */
defineProps<{
  /** A test goes to whom the saved rules say. */
  saved: boolean;
  /** Whether anybody is told. */
  reached: boolean;
  untold: Schemas['Untold'][];
}>();
const emit = defineEmits<{ told: [] }>();
const { may } = useSession();
const { general, busy, attempt } = useForm();
const told = ref<Schemas['Told'][]>();
async function test() {
  told.value = undefined;
  told.value = await attempt(() => ask(api.POST('/api/alerts/test')));
  emit('told');
}
</script>

<template>
  <div>
    <div v-if="may('CHANGE_SETUP')" class="test">
      <button type="button" class="button" :disabled="busy || !saved || !reached" @click="test">
        Send a test
      </button>
      <span v-if="!saved" class="quiet small">Save first.</span>
      <span v-else-if="!reached" class="quiet small"
        >Nobody is told yet: alerts are seen at the desk only.</span
      >
    </div>
    <ErrorNote :error="general" />
    <ul v-if="told" class="small" role="status">
      <li v-for="one in told" :key="one.target">
        <StateMark :mark="one.trouble ? 'failed' : 'accepted'" silent />
        <span class="mono">{{ one.target }}</span> {{ one.trouble || 'Taken.' }}
      </li>
    </ul>
    <ul v-if="untold.length" class="small">
      <li v-for="one in untold" :key="one.target + one.since">
        <StateMark mark="waiting" silent />
        Not yet told: <span class="mono">{{ one.target }}</span>, {{ count(one.tries, 'try', 'tries') }},
        since {{ ago(one.since) }}. {{ one.trouble }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.test {
  display: flex;
  gap: 10px;
  align-items: center;
}
ul {
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
</style>
