<script setup lang="ts">
import BrandMark from '@/shared/BrandMark.vue';

/** The page in front of the desk. */
defineEmits<{ enter: [] }>();
</script>

<template>
  <main class="door">
    <form class="tag parcel-label holed" novalidate @submit.prevent="$emit('enter')">
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
  display: flex;
  flex-direction: column;
  gap: 14px;
  width: 420px;
  max-width: 100%;
  padding: 30px 36px 34px 64px;
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
