<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import { ROLES } from '@/security/roles';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import DoorTag from './DoorTag.vue';

/** Where somebody who is invited to the desk chooses a password. */
const route = useRoute();
const router = useRouter();
const { entered } = useSession();
const { general, busy, attempt } = useForm();
const path = computed(() => ({ path: { token: String(route.params.token) } }));
const query = useQuery({
  queryKey: computed(() => ['invitation', route.params.token]),
  queryFn: () => ask(api.GET('/api/invitation/{token}', { params: path.value })),
  retry: false,
});
const password = ref('');
async function accept() {
  const session = await attempt(() =>
    ask(api.POST('/api/invitation/{token}', { params: path.value, body: { password: password.value } })),
  );
  if (!session) return;
  entered(session);
  await router.push('/');
}
</script>

<template>
  <DoorTag @enter="accept">
    <ErrorNote v-if="query.error.value" :error="query.error.value" />
    <template v-if="query.data.value">
      <h1>{{ query.data.value.office }}</h1>
      <p>
        {{ query.data.value.name }}, you are invited as {{ ROLES[query.data.value.role].one }}. Your account
        is <strong class="mono">{{ query.data.value.login }}</strong>.
      </p>
      <FormField v-slot="f" label="Password" name="password" hint="At least 10 characters.">
        <el-input
          :id="f.id"
          v-model="password"
          type="password"
          autocomplete="new-password"
          autofocus
          :aria-describedby="f.describedby"
        />
      </FormField>
      <ErrorNote :error="general" />
      <button class="button stamp" type="submit" :disabled="busy">Begin</button>
    </template>
  </DoorTag>
</template>
