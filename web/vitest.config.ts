import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [vue()],
  resolve: {
    alias: {
      '@words': fileURLToPath(new URL('../core/src/main/resources/inky/courier/core/message', import.meta.url)),
      '@': fileURLToPath(new URL('./src', import.meta.url)),
    },
  },
  test: {
    include: ['tests/**/*.test.ts'],
    environment: 'happy-dom',
    environmentOptions: { happyDOM: { url: 'http://courier.example/' } },
    setupFiles: ['tests/server.ts'],
    restoreMocks: true,
    // a machine that is busy with something else is slow, not wrong
    testTimeout: 120_000,
    hookTimeout: 120_000,
  },
});
