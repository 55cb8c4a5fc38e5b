<script setup lang="ts">
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { bytes, isoDay } from '@/shared/format';
import { useForm } from '@/shared/problems';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import { asText, numbersIn } from './support';

/** What whoever helps from outside has to know, looked through and corrected before it leaves. */
const { may } = useSession();
const { general, busy, attempt } = useForm();
const numbers = ref('');
const names = ref(false);
const parts = ref<Schemas['SupportPart'][]>([]);
const missing = ref<number[]>([]);
const open = ref(false);
const sizeOf = (text: string) => new Blob([text]).size;
const size = computed(() => sizeOf(asText(parts.value)));

async function make() {
  const made = await attempt(() =>
    ask(
      api.GET('/api/support-file', {
        params: { query: { number: numbersIn(numbers.value), names: names.value } },
      }),
    ),
  );
  if (!made) return;
  parts.value = made.parts;
  missing.value = made.missing;
  open.value = true;
}
function download() {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([asText(parts.value)], { type: 'text/plain' }));
  link.download = `inky-courier-support-${isoDay(new Date())}.txt`;
  link.click();
  URL.revokeObjectURL(link.href);
  open.value = false;
}
</script>

<template>
  <section v-if="may('CHANGE_SETUP')" aria-labelledby="support">
    <h2 id="support">Support file</h2>
    <p class="quiet small">
      For whoever helps you: versions, the set-up without secrets, last probes, states of devices and the
      steps of deliveries. Nothing of pages is in it, and nothing leaves before you have seen it.
    </p>
    <TextField
      v-model="numbers"
      mono
      label="Deliveries it is about; empty for none"
      name="number"
      placeholder="D-1042, D-1043"
      :maxlength="200"
    />
    <TickBox v-model="names" words="With names, logins and mail addresses of people" />
    <ErrorNote :error="general" />
    <p>
      <button type="button" class="button" :disabled="busy" @click="make">Look at the support file</button>
    </p>
    <el-dialog v-model="open" title="Support file" width="min(860px, 94vw)">
      <p v-if="missing.length" class="small" role="status">
        There is no delivery {{ missing.map((number) => 'D-' + number).join(', ') }}.
      </p>
      <p class="small">What should not leave can be changed or deleted here.</p>
      <details v-for="(part, n) in parts" :key="part.name">
        <summary>
          {{ part.name }} <span class="caption">{{ bytes(sizeOf(part.text)) }}</span>
        </summary>
        <el-input v-model="parts[n]!.text" type="textarea" :rows="12" class="mono" :aria-label="part.name" />
      </details>
      <template #footer>
        <button type="button" class="button" @click="open = false">Cancel</button>
        <button type="button" class="button ink" @click="download">Download, {{ bytes(size) }}</button>
      </template>
    </el-dialog>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  gap: 10px;
  max-width: 520px;
  margin: 14px 0 20px;
  padding-top: 8px;
  border-top: 2px solid var(--ink-9);
}
details {
  border-top: 1px solid var(--rule);
}
summary {
  padding: 6px 0;
  cursor: pointer;
}
</style>
