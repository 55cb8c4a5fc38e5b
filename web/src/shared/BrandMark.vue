<template>
  <svg width="26" height="20" viewBox="0 0 26 20" aria-hidden="true">
    <path d="M6.500 1H25v18H6.500L1 13.500v-7z" fill="var(--stamp)" />
    <circle cx="5.800" cy="10" r="1.700" fill="var(--paper-0)" />
    <path d="M11 10h9" stroke="var(--paper-0)" stroke-width="1.800" />
    <circle cx="12" cy="10" r="2.300" fill="var(--paper-0)" />
    <circle cx="20" cy="10" r="2.300" fill="var(--paper-0)" />
  </svg>
</template>
