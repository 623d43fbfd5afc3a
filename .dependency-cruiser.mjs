// The direction of dependencies, as docs/architecture.md draws it. `npm run check:layers` runs it; it is part of `npm test`.

/** Folders of core/src in the order of the textbook: each may import only from those before it. */
const CORE = [
  'numerics',
  'measures',
  'databank',
  'properties',
  'transport',
  'thermo',
  'equilibrium',
  'residue',
  'regression',
  'mixture',
  'balance',
  'shortcut',
  'binary',
  'absorption',
  'column',
  'hardware',
  'plant',
  'case',
];

const TEST = String.raw`\.test\.tsx?$|/testing/|/bench/`;

const coreOrder = CORE.map((folder, i) => ({
  name: `core-${folder}-imports-only-what-stands-above-it`,
  severity: 'error',
  from: { path: `^packages/core/src/${folder}/`, pathNot: TEST },
  to: { path: '^packages/core/src/', pathNot: `^packages/core/src/(${CORE.slice(0, i + 1).join('|')})/` },
}));

export default {
  forbidden: [
    ...coreOrder,
    {
      name: 'core-folder-not-on-the-list',
      severity: 'error',
      from: { path: '^packages/core/src/[^/]+/', pathNot: `^packages/core/src/(${CORE.join('|')}|testing)/` },
      to: {},
    },
    {
      name: 'core-past-a-face',
      comment: 'Folders of core are entered by their index.ts.',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/', pathNot: '/testing/' },
      to: {
        path: '^packages/core/src/([^/]+)/',
        pathNot: ['^packages/core/src/$1/', '^packages/core/src/[^/]+/index\\.ts$', '^packages/core/src/testing/'],
      },
    },
    {
      name: 'core-imports-only-core',
      severity: 'error',
      from: { path: '^packages/core/src/', pathNot: TEST },
      comment: 'Shapes from the schema; of the registry only what docs/architecture.md lists: eigenvalues and least squares.',
      to: { pathNot: ['^packages/core/src/', '^packages/schema/src/index.ts$', '/ml-matrix/', '/ml-levenberg-marquardt/'] },
    },
    {
      name: 'a-kind-without-its-engine',
      comment: 'A page asks what a kind of unit is; what solves one is fetched by the engine alone.',
      severity: 'error',
      from: { path: '^packages/core/src/plant/kinds.ts$' },
      to: { path: '^packages/core/src/(column|equilibrium|thermo|plant/solve)', reachable: true },
    },
    {
      name: 'core-takes-types-of-the-schema',
      comment: 'The engine checks nothing: what it is given has passed the schema.',
      severity: 'error',
      from: { path: '^packages/core/src/', pathNot: TEST },
      to: { path: '^packages/schema/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'schema-imports-only-schema',
      severity: 'error',
      from: { path: '^packages/schema/src/', pathNot: TEST },
      to: { pathNot: ['^packages/schema/src/', '/zod/', '/papaparse/'] },
    },
    {
      name: 'core-below-demo-server-and-web',
      severity: 'error',
      from: { path: '^packages/(core|schema)/' },
      to: { path: '^packages/(demo|server|web)/' },
    },
    {
      name: 'demo-below-server-and-web',
      severity: 'error',
      from: { path: '^packages/demo/' },
      to: { path: '^packages/(server|web)/' },
    },
    {
      name: 'server-and-web-apart',
      severity: 'error',
      from: { path: '^packages/(server|web)/' },
      to: { path: '^packages/(server|web)/', pathNot: '^packages/$1/' },
    },
    {
      name: 'packages-by-their-face',
      comment: 'Another package is entered by its name, never by a path into its src.',
      severity: 'error',
      from: { path: '^(packages/[^/]+|e2e)/' },
      to: {
        path: '^packages/[^/]+/src/',
        pathNot: ['^$1/', '^packages/[^/]+/src/(index|names|testing/index|databank/(whole|componentIndex))\\.ts$'],
      },
    },
    { name: 'circular', severity: 'error', from: {}, to: { circular: true } },
    { name: 'not-resolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\?(url|worker)$' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(packages/[^/]+|e2e)/(build|dist)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
