import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    outDir: fileURLToPath(new URL('../.build/web', import.meta.url)),
    emptyOutDir: true,
    // Fonts and pictures stay files: the content policy allows no data fonts.
    assetsInlineLimit: 0,
    manifest: true,
    chunkSizeWarningLimit: 1500,
    // What nearly all pages share comes as one: to ask for each small part by itself keeps an opening page waiting.
    rolldownOptions: {
      output: { codeSplitting: { groups: [{ name: 'shared', minShareCount: 10 }] } },
    },
  },
  worker: { format: 'es' },
});
