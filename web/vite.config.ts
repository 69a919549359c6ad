import {
  convertCssVariables,
  DEFAULT_THEME,
  defaultCssVariablesResolver,
  mergeMantineTheme,
} from '@mantine/core';
import { createHash } from 'node:crypto';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { theme } from './src/theme/theme.js';

/** The letters of every page are asked for at once: found in the styles, they would come after the page is laid out. */
const lettersFirst: Plugin = {
  name: 'letters-first',
  transformIndexHtml: {
    order: 'post',
    handler: (_, { bundle = {} }) => {
      const letters = Object.keys(bundle).filter((file) =>
        /source-sans-3-latin-wght-normal.*woff2$/.test(file),
      );
      const attrs = { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: '' };
      return letters.map((file) => ({
        tag: 'link',
        attrs: { ...attrs, href: `/${file}` },
        injectTo: 'head',
      }));
    },
  },
};

/** The variables of the theme are written once, into the styles, and not by each page as it is opened. */
const themeVariables: Plugin = {
  name: 'theme-variables',
  enforce: 'pre',
  transform: {
    filter: { id: /theme\/variables\.css$/ },
    handler: () =>
      convertCssVariables(defaultCssVariablesResolver(mergeMantineTheme(DEFAULT_THEME, theme)), ':root'),
  },
};

/** The worker that gives the app without the server knows all files of its build, and is another with each. */
const builtFiles: Plugin = {
  name: 'built-files',
  generateBundle: {
    order: 'post',
    handler: (_, bundle) => {
      const files = Object.keys(bundle).filter((file) => file.startsWith('assets/'));
      const worker = bundle['service-worker.js'];
      if (worker?.type !== 'chunk') throw new Error('The service worker was not built.');
      const list = JSON.stringify(files.sort().map((file) => `/${file}`));
      const name = createHash('sha256').update(list).digest('hex').slice(0, 16);
      worker.code = worker.code.replace('BUILT_FILES', list).replace('BUILT_AS', JSON.stringify(name));
    },
  },
};

export default defineConfig({
  plugins: [react(), themeVariables, lettersFirst, builtFiles],
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
      input: ['index.html', 'src/offline/service-worker.ts'],
      output: {
        codeSplitting: { groups: [{ name: 'first', tags: ['$initial'], test: /^(?!.*service-worker)/ }] },
        entryFileNames: ({ name }) => (name === 'service-worker' ? '[name].js' : 'assets/[name]-[hash].js'),
      },
      // A slow machine is no fault of the build.
      checks: { pluginTimings: false },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4780' } },
});
