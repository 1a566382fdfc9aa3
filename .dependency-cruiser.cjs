// The house of docs/house.md: imports point one way, and core stands on nothing of ours.
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: `^src/${from}/` },
  to: { path: '^src/', pathNot: `^src/(${[from, ...allowed].join('|')})/` },
});

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    only('clock-stands-alone', 'clock', []),
    only('core-stands-alone', 'core', []),
    only('contracts-use-core', 'contracts', ['core']),
    only('formats-use-core', 'formats', ['core', 'contracts']),
    only('simulator-uses-core-and-formats', 'simulator', ['core', 'contracts', 'formats']),
    only('database-uses-core', 'database', ['clock', 'core', 'contracts']),
    only('workers-use-core', 'workers', ['core']),
    only('reader-uses-core', 'reader', ['core', 'contracts', 'formats']),
    only('ui-uses-core', 'ui', ['core']),
    only('stages-use-ui', 'stages', ['ui', 'core', 'contracts', 'workers', 'lab']),
    {
      name: 'stages-know-the-types-of-lab-alone',
      severity: 'error',
      from: { path: '^src/stages/' },
      to: { path: '^src/lab/', dependencyTypesNot: ['type-only'] },
    },
    only('instruments-use-core', 'instruments', ['core']),
    only('lab-uses-the-rest-below', 'lab', [
      'clock',
      'core',
      'contracts',
      'formats',
      'simulator',
      'database',
      'instruments',
    ]),
    only('commands-use-lab', 'command', [
      'clock',
      'core',
      'contracts',
      'formats',
      'lab',
      'simulator',
      'database',
      'instruments',
    ]),
    only('app-uses-stages-and-lab', 'app', ['clock', 'stages', 'ui', 'lab', 'core', 'contracts']),
    {
      name: 'demo-stands-outside',
      severity: 'error',
      from: { path: '^src/', pathNot: '[.]test[.]ts$' },
      to: { path: '^demo/' },
    },
    {
      name: 'demo-is-made-by-core-and-simulator',
      severity: 'error',
      from: { path: '^demo/' },
      to: { path: '^src/', pathNot: '^src/(core|simulator|formats)/' },
    },
    {
      name: 'core-has-no-io',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '[.]test[.]ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-has-no-interface',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: 'node_modules/(react|next|pg|chart)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
    },
  },
};
