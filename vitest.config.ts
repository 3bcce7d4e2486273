import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true })],
  resolve: { alias: { '@': fileURLToPath(new URL('./resources/ts', import.meta.url)) } },
  test: { include: ['tests/front/**/*.spec.ts'], environment: 'jsdom', server: { deps: { inline: ['vuetify'] } } },
})
