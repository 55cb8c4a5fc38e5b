<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, reactive, ref } from 'vue';
import { useRoute } from 'vue-router';
import { api, ask, Problem } from '@/api/client';
import { useSession, type Session } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import DoorTag from './DoorTag.vue';

const props = defineProps<{ session: Session }>();
const { entered } = useSession();
const { general, busy, attempt } = useForm();
const form = reactive({ code: '', login: '', name: '', email: '', password: '' });
/** The account has a second factor: the password was right, now its code is asked for. */
const needsCode = ref(false);

/** Why somebody who was sent to the provider is back here. */
const route = useRoute();
const sentBack = computed(() => String(route.query['sign-in'] ?? ''));
const why = useQuery({
  queryKey: computed(() => ['sign-in problem', sentBack.value]),
  queryFn: () =>
    ask(api.GET('/api/session/provider/problem', { params: { query: { code: sentBack.value } } })),
  enabled: computed(() => sentBack.value !== ''),
  retry: false,
});

async function enter() {
  const session = await attempt(async () => {
    try {
      return await ask(
        props.session.firstStart
          ? api.POST('/api/session/first', { body: { ...form } })
          : api.POST('/api/session', {
              body: { login: form.login, password: form.password, code: form.code || undefined },
            }),
      );
    } catch (error) {
      if (!(error instanceof Problem) || error.code !== 'sign-in.second-factor') throw error;
      needsCode.value = true;
      await nextTick();
      document.getElementById('code')?.focus();
      return undefined;
    }
  });
  if (session) entered(session);
}
</script>

<template>
  <DoorTag @enter="enter">
    <h1>{{ session.firstStart ? 'Who looks after the scanners?' : session.office }}</h1>
    <p v-if="session.firstStart" class="quiet">
      Make your account. The code stands where Courier was started, in the terminal or its log.
    </p>
    <template v-if="session.firstStart">
      <FormField v-slot="f" label="Code from the terminal" name="code">
        <el-input
          :id="f.id"
          v-model="form.code"
          class="mono"
          autocomplete="off"
          :aria-describedby="f.describedby"
        />
      </FormField>
      <FormField v-slot="f" label="Your name" name="name">
        <el-input :id="f.id" v-model="form.name" autocomplete="name" :aria-describedby="f.describedby" />
      </FormField>
      <FormField v-slot="f" label="Your mail address" name="email">
        <el-input
          :id="f.id"
          v-model="form.email"
          type="email"
          autocomplete="email"
          :aria-describedby="f.describedby"
        />
      </FormField>
    </template>
    <FormField v-slot="f" label="Account" name="login">
      <el-input
        :id="f.id"
        v-model="form.login"
        autocomplete="username"
        autofocus
        :aria-describedby="f.describedby"
      />
    </FormField>
    <FormField
      v-slot="f"
      label="Password"
      name="password"
      :hint="session.firstStart ? 'At least 10 characters.' : undefined"
    >
      <el-input
        :id="f.id"
        v-model="form.password"
        type="password"
        :autocomplete="session.firstStart ? 'new-password' : 'current-password'"
        :aria-describedby="f.describedby"
      />
    </FormField>
    <FormField
      v-if="needsCode"
      v-slot="f"
      label="Code"
      name="code"
      hint="Six digits that your authenticator shows now."
    >
      <el-input
        :id="f.id"
        v-model="form.code"
        inputmode="numeric"
        autocomplete="one-time-code"
        :aria-describedby="f.describedby"
      />
    </FormField>
    <ErrorNote :error="general ?? why.error.value" />
    <button class="button stamp" type="submit" :disabled="busy">
      {{ session.firstStart ? 'Begin' : 'Sign in' }}
    </button>
    <a v-if="session.provider && !session.firstStart" class="button" href="/api/session/provider">
      Sign in with {{ session.provider }}
    </a>
  </DoorTag>
</template>
