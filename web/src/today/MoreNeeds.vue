<script setup lang="ts">
import StateMark from '@/shared/StateMark.vue';

/** What there is more of than Today shows. */
defineProps<{ left: number; what: string; many: string; to: string; mark: 'failed' | 'care' }>();
</script>

<template>
  <li v-if="left > 0" class="minor">
    <StateMark :mark="mark" />
    <p>
      <strong>{{ left }} more {{ left === 1 ? what : many }}</strong>
    </p>
    <RouterLink class="link small" :to="to">Open</RouterLink>
  </li>
</template>
