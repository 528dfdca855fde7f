/** The arrows of the house run one way; see docs/architecture.md. */
const ROOMS = 'core|contract|server|web|cli|demo|e2e|bench|scripts|test'
const NOT_TESTS = '\\.test\\.tsx?$'
const only = (from, allowed) => ({
  name: `${from}-imports-only-${allowed.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: NOT_TESTS },
  to: { path: `^(${ROOMS})/`, pathNot: `^(${[from, ...allowed].join('|')})/` },
})
/** A room of a layer that may look into a few others of it and no more. */
const within = (layer, from, allowed) => ({
  name: `${layer}-${from}-looks-into-${allowed.join('-') || 'nothing-else'}`,
  severity: 'error',
  from: { path: `^${layer}/${from}/`, pathNot: NOT_TESTS },
  to: { path: `^${layer}/`, pathNot: `^${layer}/(${[from, ...allowed].join('|')})/` },
})
const never = (name, from, to) => ({ name, severity: 'error', from, to })

module.exports = {
  forbidden: [
    only('core', []),
    only('contract', ['core']),
    only('web', ['contract', 'core']),
    only('server', ['contract', 'core', 'demo']),
    only('cli', ['contract', 'core']),
    only('demo', ['contract', 'core']),
    within('core', 'numbers', []),
    within('core', 'body', ['numbers']),
    within('core', 'tools', ['body', 'numbers']),
    within('core', 'coat', ['body', 'numbers']),
    within('core', 'scores', ['body', 'numbers']),
    within('core', 'dog', ['body', 'coat', 'pattern', 'scores', 'tools', 'numbers']),
    within('core', 'pattern', ['body', 'coat', 'dog', 'numbers']),
    within('core', 'plan', ['aftercare', 'body', 'coat', 'dog', 'pattern', 'scores', 'tools', 'numbers']),
    never(
      'no-station-imports-another',
      { path: '^web/stations/([^/]+)/', pathNot: NOT_TESTS },
      { path: '^web/stations/[^/]+/', pathNot: ['^web/stations/$1/', '^web/stations/shared/'] },
    ),
    never(
      'the-device-knows-no-screen',
      { path: '^web/device/', pathNot: NOT_TESTS },
      { path: '^web/', pathNot: '^web/device/' },
    ),
    never(
      'parts-know-no-screen',
      { path: '^web/parts/', pathNot: NOT_TESTS },
      { path: '^web/(stations|desk|house|owner)/' },
    ),
    never(
      'decisions-know-no-http',
      { path: '^server/(?!http/|main|store)', pathNot: NOT_TESTS },
      { path: ['^server/http/', 'node_modules/hono/'] },
    ),
    never('a-migration-imports-nothing', { path: '^server/db/migrations/' }, { path: '.' }),
    {
      name: 'core-is-pure',
      comment: 'The computation uses no package and nothing of Node, so that it runs anywhere.',
      severity: 'error',
      from: { path: '^core/', pathNot: NOT_TESTS },
      to: { dependencyTypes: ['core', 'npm', 'npm-dev', 'npm-no-pkg', 'npm-unknown'] },
    },
    {
      name: 'no-circles',
      comment: 'Circles of types count too. A screen that is loaded when it is opened is no part of what lists it.',
      severity: 'error',
      from: { pathNot: NOT_TESTS },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['dynamic-import'] } },
    },
    { name: 'nothing-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.js', '.json', '.css'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default', 'types'],
    },
  },
}
