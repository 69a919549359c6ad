import {
  convertCssVariables,
  DEFAULT_THEME,
  defaultCssVariablesResolver,
  mergeMantineTheme,
} from '@mantine/core';
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

export default defineConfig({
  plugins: [react(), themeVariables, lettersFirst],
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
