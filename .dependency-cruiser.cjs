// Who may import whom. In core a folder imports only from folders above it in this list.
const order = [
  'units',
  'linear',
  'circuit',
  'kinds',
  'devices',
  'panel',
  'graph',
  'network',
  'sequence',
  'explore',
  'schools',
  'size',
  'check',
  'fit',
  'mend',
  'wiring',
  'mounting',
  'brief',
  'find',
  'look',
  'draw',
  'formats',
  'words',
  'bench',
  'ask',
  'api',
];
const computing = ['linear', 'network', 'sequence', 'explore', 'size', 'check', 'fit', 'wiring', 'mounting', 'find'];
// Screens that do not know of each other.
const STAGES = ['supply', 'parts', 'wiring', 'prove', 'find', 'jobs', 'stock', 'practice', 'handbook', 'brief', 'panel'];
// The same in web: what is drawn with, the worker's end, what is kept, the bench, and the pages in layers.
const webOrder = [['ui', 'worker'], ['store'], ['bench'], ['frame', 'plates', 'label', 'paper'], ['sheet'], STAGES, ['circuit'], ['app']];
const webFolder = (names) => `^web/src/(${names.join('|')})/`;
const folder = (names) => `^core/src/(${names.join('|')})/`;

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$|^core/src/testing/' },
      to: { path: '^(web|server|cli)/|^node:|^(fs|path|react|fastify|pg)$' },
    },
    {
      name: 'core-beside-zod-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$|^core/src/testing/' },
      to: { path: 'node_modules', pathNot: 'node_modules/zod' },
    },
    ...order.slice(0, -1).map((name, index) => ({
      name: `${name}-looks-up`,
      severity: 'error',
      from: { path: folder([name]), pathNot: '\\.test\\.ts$' },
      to: { path: folder(order.slice(index + 1)) },
    })),
    {
      name: 'draw-keeps-off-computing',
      severity: 'error',
      from: { path: folder(['draw']), pathNot: '\\.test\\.ts$' },
      to: { path: folder(computing) },
    },
    {
      name: 'formats-keep-off-computing',
      severity: 'error',
      from: { path: folder(['formats']), pathNot: '\\.test\\.ts$|/spice\\.ts$' },
      to: { path: folder(computing) },
    },
    ...webOrder.slice(0, -1).map((names, index) => ({
      name: `web-${names[0]}-looks-up`,
      severity: 'error',
      from: { path: webFolder(names) },
      to: { path: webFolder(webOrder.slice(index + 1).flat()) },
    })),
    {
      name: 'web-stages-stand-apart',
      severity: 'error',
      from: { path: webFolder(STAGES) },
      to: { path: webFolder(STAGES), pathNot: '^web/src/$1/' },
    },
    {
      name: 'enter-by-the-door',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/', pathNot: '^core/src/testing/' },
      to: { path: '^core/src/([^/]+)/', pathNot: ['^core/src/$1/', '/index\\.ts$', '^core/src/testing/'] },
    },
    {
      name: 'outside-enters-by-the-door',
      severity: 'error',
      from: { path: '^(web|server|cli)/' },
      to: { path: '^core/src/', pathNot: ['/index\\.ts$', '^core/src/testing/'] },
    },
    { name: 'server-and-web-meet-at-http', severity: 'error', from: { path: '^server/' }, to: { path: '^web/' } },
    { name: 'web-and-server-meet-at-http', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|cli)/' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
    },
  },
};
