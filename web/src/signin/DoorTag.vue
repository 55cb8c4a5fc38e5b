<script setup lang="ts">
import BrandMark from '@/shared/BrandMark.vue';

/** The page in front of the desk. */
defineEmits<{ enter: [] }>();
</script>

<template>
  <main class="door">
    <form class="tag" novalidate @submit.prevent="$emit('enter')">
      <p class="brand"><BrandMark /> Inky Courier</p>
      <slot />
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
:slotted(.button) {
  min-height: 38px;
  margin-top: 4px;
}
</style>
