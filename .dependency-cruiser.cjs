/** The floors of the house: who may import whom (docs/decisions/0001-floors.md, 0016-three-floors.md). */
const only = (name, from, allowed, comment) => ({
  name,
  comment,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$' },
  to: { pathNot: allowed },
});
module.exports = {
  forbidden: [
    only('basics-stand-alone', '^core/basics/', ['^core/basics/', '^node_modules/zod/'], 'the ground floor'),
    only(
      'models-stand-on-basics',
      '^core/models/',
      ['^core/(basics|models)/', '^node_modules/zod/'],
      'what the trade computes knows no record',
    ),
    only(
      'work-stands-on-both',
      '^core/work/',
      ['^core/(basics|models|work)/', '^node_modules/(zod|canonicalize)/'],
      'core is the trade, pure',
    ),
    {
      name: 'by-the-index',
      comment: "a folder's index names what others need: nobody reaches past it",
      severity: 'error',
      from: { path: '^(?:core/(?:basics|models|work)/([^/]+)|db|src|devices|scripts|tests)/' },
      to: { path: '^core/(basics|models|work)/([^/]+)/(?!index\\.ts$)', pathNot: '^core/(?:basics|models|work)/$1/' },
    },
    only(
      'db-imports-core',
      '^db/',
      [
        '^db/',
        '^core/',
        '^node_modules/(zod|postgres|canonicalize|uuid)/',
        '^(crypto|fs|path|url|util|fs/promises|timers|timers/promises)$',
      ],
      'db stands on core',
    ),
    only(
      'devices-import-core',
      '^devices/',
      ['^devices/', '^core/', '^(http|crypto|url|path)$'],
      'a stand-in knows the protocol, not the server',
    ),
    {
      name: 'islands-import-core',
      severity: 'error',
      from: { path: '^src/(islands|workers)/' },
      to: { path: '^(db|devices|scripts|src/server|src/pages|node_modules/postgres)(/|$)' },
    },
    only(
      'draw-stands-on-core',
      '^src/draw/',
      ['^src/draw/', '^core/', '^node_modules/(@types/)?react/'],
      'what server and browser both draw',
    ),
    {
      name: 'server-imports-no-islands',
      severity: 'error',
      from: { path: '^(src/(server|pages/api|csv|draw)/|src/middleware)' },
      to: { path: '^src/(islands|workers)/' },
    },
    { name: 'nobody-imports-devices', severity: 'error', from: { pathNot: '^(devices|tests|scripts)/' }, to: { path: '^devices/' } },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-circles-between-folders',
      comment: 'of two subjects one stands below the other',
      severity: 'error',
      scope: 'folder',
      from: { path: '^core/' },
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.astro)/' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.d.ts'],
    },
  },
};
