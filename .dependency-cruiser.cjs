// What may know what. Checked by `npm run lint`; the tables are the architecture as docs/architecture.md tells it.

/** Folders of core, lowest first: each may import those before it, never those after. */
const CORE_LAYERS = [
  'quantity',
  'words',
  'glossary',
  'schema',
  'bytes',
  'firmware',
  'image',
  'table',
  'volume',
  'survey',
  'machine',
  'system',
  'ability',
  'sizing',
  'plan',
  'layout',
  'rooms',
  'packing',
  'edits',
  'compose',
  'gestures',
  'record',
  'section',
  'report',
  'notation',
  'match',
  'start',
  'safety',
  'mounting',
  'recognition',
  'sequence',
  'moment',
  'standing',
  'practice',
  'rehearsal',
  'strategy',
  'finding',
  'deed',
  'runbook',
  'script',
  'parcel',
  'overview',
  'proposal',
  'recipe',
  'exchange',
];

/** Packages, and those they may import. */
const PACKAGES = {
  core: [],
  demo: ['core'],
  server: ['core', 'demo'],
  cli: ['core'],
  web: ['core'],
  e2e: ['core', 'demo', 'cli'],
};

const folders = (names) => `(?:${names.join('|')})`;
const TESTS = '\\.(?:test|shot|journey)\\.tsx?$|/testing/';

const layerRules = CORE_LAYERS.slice(0, -1).map((layer, i) => ({
  name: `core-${layer}-knows-no-higher`,
  severity: 'error',
  from: { path: `^core/src/${layer}/`, pathNot: TESTS },
  to: { path: `^core/src/${folders(CORE_LAYERS.slice(i + 1))}/` },
}));

const packageRules = Object.entries(PACKAGES).map(([name, allowed]) => ({
  name: `${name}-knows-only-its-own`,
  severity: 'error',
  from: { path: `^${name}/` },
  to: {
    path: `^${folders(Object.keys(PACKAGES).filter((p) => p !== name && !allowed.includes(p)))}/`,
  },
}));

module.exports = {
  forbidden: [
    ...layerRules,
    ...packageRules,
    {
      name: 'core-folder-by-its-face',
      comment: 'Another folder of core is known by its index alone.',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/', pathNot: TESTS },
      to: { path: '^core/src/[^/]+/.+', pathNot: '^core/src/(?:$1/|[^/]+/index\\.ts$|testing/)' },
    },
    {
      name: 'core-is-pure',
      comment: 'No interface, Node or server code in core.',
      severity: 'error',
      from: { path: '^core/src/', pathNot: TESTS },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-knows-no-tests',
      severity: 'error',
      from: { path: '^core/src/', pathNot: TESTS },
      to: { path: '^core/src/testing/' },
    },
    {
      name: 'no-cycle',
      comment: 'Of values; types may refer to each other.',
      severity: 'error',
      from: { pathNot: '\\.entity\\.ts$' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-cycle-of-types',
      comment: 'In core types count as arrows too.',
      severity: 'error',
      from: { path: '^core/src/', pathNot: TESTS },
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(?:^|/)dist/' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { conditionNames: ['source', 'import', 'default'], exportsFields: ['exports'] },
  },
};
