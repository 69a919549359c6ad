import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Folders of core, lowest first: each may import those before it, never those after. */
const CORE_LAYERS = [
  'quantity',
  'words',
  'schema',
  'bytes',
  'image',
  'table',
  'volume',
  'survey',
  'machine',
  'system',
  'sizing',
  'plan',
  'notation',
  'match',
  'start',
  'recognition',
  'practice',
  'sequence',
  'rehearsal',
  'strategy',
  'finding',
  'runbook',
  'overview',
  'exchange',
];

/** Packages and those they may import. */
const PACKAGES = {
  core: [],
  demo: ['core'],
  server: ['core', 'demo'],
  cli: ['core'],
  web: ['core'],
  e2e: ['core', 'demo', 'cli'],
};

const forbid = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });

const packageRules = Object.entries(PACKAGES).map(([name, allowed]) => ({
  files: [`${name}/**/*.{ts,tsx,mjs}`],
  rules: forbid(
    Object.keys(PACKAGES)
      .filter((other) => other !== name && !allowed.includes(other))
      .flatMap((other) => [
        { group: [`@rhizotome/${other}`, `**/../${other}/**`], message: `${name} must not know ${other}.` },
      ]),
  ),
}));

const coreRules = CORE_LAYERS.map((layer, i) => ({
  files: [`core/src/${layer}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: forbid([
    ...CORE_LAYERS.slice(i + 1).map((higher) => ({
      group: [`**/${higher}/index.js`, `**/${higher}/*.js`],
      message: `core/${layer} must not know core/${higher}, which rests on it.`,
    })),
    {
      group: ['node:*', 'react*', '@nestjs/*', 'fs', 'path', '@rhizotome/*', '**/testing/*'],
      message: 'core is pure: no interface, Node or server code.',
    },
  ]),
}));

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'data/**', 'docs/**'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: {
        projectService: true,
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-control-regex': 'off',
    },
  },
  ...packageRules,
  ...coreRules,
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/src/testing/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'Buffer',
        'fetch',
        'localStorage',
        'setTimeout',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Time comes in as an argument.' },
        { object: 'Math', property: 'random', message: 'Randomness comes in as an argument.' },
      ],
    },
  },
  {
    files: ['web/src/**/*.tsx', 'web/src/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { ...reactHooks.configs.recommended.rules },
  },
  {
    files: ['server/src/**/*.ts'],
    rules: { '@typescript-eslint/consistent-type-imports': 'off' },
  },
  {
    files: ['**/*.test.ts', '**/*.test.tsx', 'core/src/testing/**', 'e2e/**'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
  {
    files: ['**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        performance: 'readonly',
        structuredClone: 'readonly',
        document: 'readonly',
        window: 'readonly',
        AbortSignal: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
  prettier,
);
