import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'

/** The toasts write their styles into the page as they load, which its policy does not take; they come as a file instead (Toasts.tsx). */
const toastStylesAsFile: Plugin = {
  name: 'toast-styles-as-file',
  enforce: 'pre',
  transform(code, id) {
    if (!/[\\/]sonner[\\/]dist[\\/]index\.mjs/.test(id)) return null
    const without = code.replace(/^__insertCSS\(.*\);?$/m, '')
    if (without === code) throw new Error('sonner writes its styles in another way than it did: see vite.config.ts')
    return { code: without, map: null }
  },
}

const root = fileURLToPath(new URL('.', import.meta.url))

export default defineConfig({
  root,
  plugins: [toastStylesAsFile, react(), tailwindcss()],
  build: { outDir: fileURLToPath(new URL('../dist/web', import.meta.url)), emptyOutDir: true, target: 'es2022' },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4300' } },
})
