<template>
  <div class="columns"><slot /></div>
</template>

<style scoped>
/** The settings of an opened part, side by side with rules between them. */
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(168px, 1fr));
  gap: 14px 18px;
}
.columns > :deep(section) {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
}
.columns > :deep(section + section) {
  padding-left: 18px;
  border-left: 1px solid var(--rule);
}
@media (max-width: 900px) {
  .columns > :deep(section + section) {
    padding-left: 0;
    border-left: 0;
  }
}
</style>
