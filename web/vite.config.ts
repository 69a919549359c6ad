import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  build: {
    assetsInlineLimit: 0,
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    // Every browser that runs the target's code fetches modules ahead by itself.
    modulePreload: { polyfill: false },
    // What the first page needs comes in one request, whoever else needs it too: the entry is always there before them.
    rolldownOptions: {
      output: { codeSplitting: { groups: [{ name: 'first', tags: ['$initial'] }] } },
      // A slow machine is no fault of the build.
      checks: { pluginTimings: false },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4780' } },
});
