// Who may lean on whom in the browser. Tried by breaking each rule once: src/__tests__/guards.test.ts.
const rooms = 'batches|bench|crops|mixing|nursery|plan|potting|round|stock|today|wanted'

export default {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'only-what-is-here',
      comment: 'The app knows the server by its contract alone, and neither the demo nor the tests.',
      severity: 'error',
      from: { path: '^src/', pathNot: '__tests__' },
      to: { pathNot: ['^src/', 'node_modules/'] },
    },
    {
      name: 'nothing-unknown',
      comment: 'What cannot be found is not there on a fresh machine either.',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true },
    },
    {
      name: 'no-tests-in-the-app',
      severity: 'error',
      from: { pathNot: '__tests__' },
      to: { path: '__tests__' },
    },
    {
      name: 'drawings-know-no-room',
      comment: 'A drawing is given what it draws.',
      severity: 'error',
      from: { path: '^src/drawings/' },
      to: { path: `^src/(${rooms})/` },
    },
    {
      name: 'forms-know-no-room',
      severity: 'error',
      from: { path: '^src/forms/' },
      to: { path: `^src/(${rooms}|drawings)/` },
    },
    {
      name: 'the-contract-is-the-door',
      comment: 'Rooms ask through api/.',
      severity: 'error',
      from: { path: `^src/(${rooms}|drawings|forms)/` },
      to: { path: 'node_modules/openapi-fetch' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: 'schema\\.d\\.ts$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'browser', 'default', 'types'] },
  },
}
