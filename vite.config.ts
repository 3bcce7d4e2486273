import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import laravel from 'laravel-vite-plugin'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  plugins: [laravel({ input: 'resources/ts/main.ts' }), vue(), vuetify({ autoImport: true })],
  resolve: { alias: { '@': fileURLToPath(new URL('./resources/ts', import.meta.url)) } },
  build: { chunkSizeWarningLimit: 700 },
})
