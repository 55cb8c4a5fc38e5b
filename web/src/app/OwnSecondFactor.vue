<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { ref, watch } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';
import { useSession } from './session';

/** Sets up codes of an authenticator for one's own account, or ends them. */
const open = defineModel<boolean>({ required: true });
const queries = useQueryClient();
const { identity } = useSession();
const { say } = useToast();
const { general, busy, attempt, clear } = useForm();
const offer = ref<Schemas['Offer']>();
const code = ref('');
const password = ref('');
watch(open, async (now) => {
  code.value = '';
  password.value = '';
  offer.value = undefined;
  clear();
  if (now && !identity.value?.secondFactor) {
    offer.value = await attempt(() => ask(api.POST('/api/session/second-factor/offer')));
  }
});

async function done(doing: () => Promise<unknown>, words: string) {
  const well = await attempt(async () => {
    await doing();
    return true;
  });
  if (!well) return;
  await queries.invalidateQueries({ queryKey: ['session'] });
  open.value = false;
  say(words);
}
const confirm = () =>
  done(
    () =>
      ask(
        api.PUT('/api/session/second-factor', {
          body: { sealed: offer.value?.sealed ?? '', code: code.value },
        }),
      ),
    'From now on a code is asked for when you sign in.',
  );
const remove = () =>
  done(
    () => ask(api.POST('/api/session/second-factor/remove', { body: { password: password.value } })),
    'You sign in without a code now.',
  );
</script>

<template>
  <el-dialog v-model="open" title="Second factor" width="440" append-to-body>
    <form v-if="identity?.secondFactor" class="stacked" novalidate @submit.prevent="remove">
      <p>A code of your authenticator is asked for when you sign in.</p>
      <FormField v-slot="f" label="Password" name="password">
        <el-input
          :id="f.id"
          v-model="password"
          type="password"
          autocomplete="current-password"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <ErrorNote :error="general" />
      <button type="submit" class="button" :disabled="busy">Remove the second factor</button>
    </form>
    <form v-else class="stacked" novalidate @submit.prevent="confirm">
      <p>Scan this with an authenticator program, then enter the code that it shows.</p>
      <svg
        v-if="offer"
        class="qr"
        :viewBox="`0 0 ${offer.qr.size} ${offer.qr.size}`"
        role="img"
        aria-label="The key for an authenticator program"
        shape-rendering="crispEdges"
      >
        <rect width="100%" height="100%" fill="#fff" />
        <path :d="offer.qr.path" fill="#000" />
      </svg>
      <p v-if="offer" class="small">
        Or type this key: <span class="mono">{{ offer.key.match(/.{1,4}/g)?.join(' ') }}</span>
      </p>
      <FormField v-slot="f" label="Code" name="code">
        <el-input
          :id="f.id"
          v-model="code"
          inputmode="numeric"
          autocomplete="one-time-code"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <ErrorNote :error="general" />
      <button type="submit" class="button ink" :disabled="busy || !offer">Turn on</button>
    </form>
  </el-dialog>
</template>

<style scoped>
.qr {
  align-self: center;
  width: 200px;
  height: 200px;
}
</style>
