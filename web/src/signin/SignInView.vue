<script setup lang="ts">
import { reactive } from 'vue';
import { api, ask } from '@/api/client';
import { useSession, type Session } from '@/app/session';
import BrandMark from '@/shared/BrandMark.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';

const props = defineProps<{ session: Session }>();
const { entered } = useSession();
const { general, busy, attempt } = useForm();
const form = reactive({ code: '', login: '', name: '', email: '', password: '' });

async function enter() {
  const session = await attempt(() =>
    ask(
      props.session.firstStart
        ? api.POST('/api/session/first', { body: { ...form } })
        : api.POST('/api/session', { body: { login: form.login, password: form.password } }),
    ),
  );
  if (session) entered(session);
}
</script>

<template>
  <main class="door">
    <form class="tag" novalidate @submit.prevent="enter">
      <p class="brand"><BrandMark /> Inky Courier</p>
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
      <ErrorNote :error="general" />
      <button class="button stamp" type="submit" :disabled="busy">
        {{ session.firstStart ? 'Begin' : 'Sign in' }}
      </button>
    </form>
  </main>
</template>

<style scoped>
.door {
  display: grid;
  min-height: 100vh;
  place-items: center;
  background: var(--paper-2);
  padding: 20px;
}
.tag {
  position: relative;
  display: flex;
  flex-direction: column;
  gap: 14px;
  width: 420px;
  max-width: 100%;
  padding: 30px 36px 34px 64px;
  background: var(--paper-0);
  clip-path: polygon(36px 0, 100% 0, 100% 100%, 36px 100%, 0 calc(100% - 36px), 0 36px);
}
.tag::before {
  content: '';
  position: absolute;
  left: 20px;
  top: 50%;
  width: 18px;
  height: 18px;
  margin-top: -9px;
  border: 1.5px solid var(--ink-7);
  border-radius: 50%;
  background: var(--paper-2);
}
.brand {
  display: flex;
  gap: 10px;
  align-items: center;
  font: 700 17px/20px var(--heading);
  font-stretch: 84%;
}
.button {
  min-height: 38px;
  margin-top: 4px;
}
</style>
