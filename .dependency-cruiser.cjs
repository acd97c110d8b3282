/** The floors of the house: who may import whom (see docs/decisions/0001-floors.md). */
const only = (name, from, allowed, comment) => ({
  name,
  comment,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$' },
  to: { pathNot: allowed },
});
module.exports = {
  forbidden: [
    only('core-imports-zod-alone', '^core/', ['^core/', '^node_modules/zod/'], 'core is the trade, pure'),
    only(
      'db-imports-core',
      '^db/',
      ['^db/', '^core/', '^node_modules/(zod|postgres|canonicalize|uuid)/', '^(crypto|fs|path|url|fs/promises|timers|timers/promises)$'],
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
    { name: 'nobody-imports-devices', severity: 'error', from: { pathNot: '^(devices|tests|scripts)/' }, to: { path: '^devices/' } },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
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
