<script setup lang="ts">
import { useRoute } from 'vue-router';
import { count } from '@/shared/format';

/** The parts of the address book. */
defineProps<{ duplicates?: number }>();
const route = useRoute();
</script>

<template>
  <nav class="small" aria-label="Address book">
    <RouterLink to="/contacts" :class="{ here: route.name === 'Address book' }">Contacts</RouterLink>
    <RouterLink to="/contact-groups" :class="{ here: route.name === 'Groups' }">Groups</RouterLink>
    <RouterLink to="/people">People</RouterLink>
    <RouterLink to="/directories">Directories</RouterLink>
    <RouterLink to="/contacts/rules">Rules for recipients</RouterLink>
    <RouterLink v-if="duplicates" to="/contacts/duplicates">{{
      count(duplicates, 'possible duplicate')
    }}</RouterLink>
  </nav>
</template>

<style scoped>
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin-top: 4px;
}
.here,
.router-link-exact-active {
  color: inherit;
  font-weight: 600;
  text-decoration: none;
}
</style>
