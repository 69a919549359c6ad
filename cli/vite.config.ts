import { defineConfig } from 'vite';

/** The command as one file: reading 600 modules would take three times as long as the work of most commands. */
export default defineConfig({
  resolve: { conditions: ['source'] },
  ssr: { noExternal: true, external: ['better-sqlite3'] },
  build: {
    ssr: 'src/main.ts',
    target: 'node20',
    minify: false,
    rolldownOptions: { output: { codeSplitting: false } },
  },
});
