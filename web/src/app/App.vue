<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import SignInView from '@/signin/SignInView.vue';
import DeskShell from './DeskShell.vue';
import { useSession } from './session';
import { useTheme } from './theme';
import ErrorNote from '@/shared/ErrorNote.vue';

const route = useRoute();
useTheme();
const { session, failed } = useSession();
const alone = computed(() => route.meta.alone === true);
</script>

<template>
  <RouterView v-if="alone" />
  <ErrorNote v-else-if="failed && !session" :error="failed" />
  <SignInView v-else-if="session && !session.identity" :session="session" />
  <DeskShell v-else-if="session" />
</template>
