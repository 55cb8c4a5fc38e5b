<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query';
import { ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';

/** Begins a mail server with what DNS says of an address. */
const emit = defineEmits<{ take: [guess: Schemas['Guess'], address: string] }>();
const WORDS = { NONE: 'no encryption', STARTTLS: 'STARTTLS', TLS: 'TLS first' };
const address = ref('');
const look = useMutation({
  mutationFn: () => ask(api.POST('/api/mail-servers/guess', { body: { address: address.value.trim() } })),
});
</script>

<template>
  <div class="guess">
    <label for="guess">Do you know an address whose mail it sends?</label>
    <el-input
      id="guess"
      v-model="address"
      type="email"
      class="mono"
      placeholder="scans@office.example"
      maxlength="254"
      @keydown.enter.prevent="look.mutate()"
    />
    <button
      type="button"
      class="button"
      :disabled="!address.trim() || look.isPending.value"
      @click="look.mutate()"
    >
      {{ look.isPending.value ? 'Asking DNS ...' : 'Look up its server' }}
    </button>
    <ErrorNote :error="look.error.value" />
    <ul v-if="look.data.value?.length">
      <li v-for="one in look.data.value" :key="one.host + one.port">
        <button type="button" class="button" @click="emit('take', one, address.trim())">Use it</button>
        <span>
          <span class="mono">{{ one.host }}</span>, port {{ one.port }}, {{ WORDS[one.encryption] }}
          <small class="quiet">{{ one.why }}</small>
        </span>
      </li>
    </ul>
    <p v-else-if="look.data.value" class="quiet small" role="status">
      DNS says nothing about that domain. Enter the server below.
    </p>
  </div>
</template>

<style scoped>
.guess {
  display: grid;
  grid-template-columns: auto minmax(180px, 320px) auto 1fr;
  gap: 8px 12px;
  align-items: center;
  padding: 8px 0;
}
ul,
p {
  grid-column: 1 / -1;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 4px 0;
}
small {
  display: block;
}
@media (max-width: 900px) {
  .guess {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
