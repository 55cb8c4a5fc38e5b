<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';

/** What a far side showed of itself, and trusting exactly that, where it is what the probe stopped at. */
const props = defineProps<{
  report?: Schemas['ProbeReport'];
  /** Without a report. */
  certificate?: Schemas['Certificate'];
  inTheWay?: boolean;
}>();
defineEmits<{ trust: [] }>();
const shown = computed(() => props.certificate ?? props.report?.certificate);
const stops = computed(() => props.inTheWay || /^(CERTIFICATE|HOST_KEY)/.test(props.report?.cause ?? ''));
</script>

<template>
  <div v-if="shown" class="certificate small">
    <p>
      {{ shown.subject }}<template v-if="shown.until">, until {{ shown.until.slice(0, 10) }}</template
      >. <span class="quiet">{{ shown.verdict }}</span>
    </p>
    <p class="mono caption">{{ shown.fingerprint }}</p>
    <button v-if="stops" type="button" class="button stamp" @click="$emit('trust')">
      Trust exactly this one
    </button>
  </div>
</template>

<style scoped>
.certificate {
  margin-top: 4px;
}
.certificate .button {
  margin-top: 8px;
}
</style>
