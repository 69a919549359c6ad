import { defineConfig } from 'vite';

/** The process that reads what anybody may have made, in one piece: it is begun for each thing that is read. */
export default defineConfig({
  resolve: { conditions: ['source'] },
  ssr: { noExternal: true, external: ['better-sqlite3', 'typeorm', '@nestjs/common', 'reflect-metadata'] },
  build: {
    ssr: true,
    target: 'node20',
    minify: false,
    outDir: 'dist/cell/bundle',
    // As it was compiled: entities are decorated.
    rolldownOptions: { input: ['dist/cell/program.js'] },
  },
});
