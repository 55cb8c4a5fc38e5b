import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers';
import Components from 'unplugin-vue-components/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [
    vue(),
    Components({
      dirs: [],
      dts: 'src/components.d.ts',
      resolvers: [ElementPlusResolver({ importStyle: 'sass' })],
    }),
  ],
  resolve: {
    alias: {
      '@words': fileURLToPath(new URL('../core/src/main/resources/inky/courier/core/message', import.meta.url)),
      '@': fileURLToPath(new URL('./src', import.meta.url)),
    },
  },
  css: {
    preprocessorOptions: {
      scss: { additionalData: '@use "@/styles/element/index.scss" as *;\n' },
    },
  },
  // Whose libraries are in it: shown by the application.
  build: { target: 'es2022', license: { fileName: 'third-party-web.txt' }, assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  server: { fs: { allow: ['..'] }, proxy: { '/api': process.env.COURIER_TARGET ?? 'http://127.0.0.1:8480' } },
});
