<script setup lang="ts">
import { useSession } from '@/app/session';

/** The form of a thing of the set-up; who may only read it sees it with its controls off. */
const emit = defineEmits<{ save: [] }>();
const { may } = useSession();
</script>

<template>
  <form novalidate @submit.prevent="emit('save')">
    <p v-if="!may('CHANGE_SETUP')" class="small quiet">Your account can read this, not change it.</p>
    <slot name="free" />
    <fieldset :disabled="!may('CHANGE_SETUP')"><slot /></fieldset>
  </form>
</template>

<style scoped>
fieldset {
  display: contents;
}
</style>
