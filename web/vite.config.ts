import path from 'node:path';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { outlineModules } from './outlines.ts';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwind(), outlineModules],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      input: {
        main: path.join(import.meta.dirname, 'index.html'),
        preview: path.join(import.meta.dirname, 'preview.html'),
      },
    },
  },
  server: { proxy: { '/api': 'http://localhost:4100', '/g': 'http://localhost:4100' } },
});
