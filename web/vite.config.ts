import react from '@vitejs/plugin-react';
import { basename } from 'node:path';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  css: {
    modules: {
      localsConvention: 'camelCaseOnly',
      // readable in the browser's tools and in tests: the component, then its class
      generateScopedName: (name, file) =>
        `${basename(file).replace(/\.module\.css.*$/, '')}-${name}`,
    },
  },
  build: {
    outDir: 'target/classes/public',
    emptyOutDir: true,
    chunkSizeWarningLimit: 1200,
  },
  server: {
    port: 5173,
    proxy: { '/api': 'http://127.0.0.1:7070' },
  },
});
