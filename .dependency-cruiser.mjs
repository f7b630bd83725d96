/** The arrows of the code, kept: web → core → plan ← server; server may use core; nothing imports an app. */
const PLAN = '^packages/plan/';
const CORE = '^packages/core/';
const SERVER = '^apps/server/';
const WEB = '^apps/web/';

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    { name: 'no-rings', severity: 'error', from: {}, to: { circular: true } },
    { name: 'plan-stands-alone', severity: 'error', from: { path: `${PLAN}src` }, to: { pathNot: [PLAN, 'node_modules/zod/'] } },
    { name: 'core-knows-only-plan', severity: 'error', from: { path: `${CORE}src` }, to: { pathNot: [CORE, PLAN, 'node_modules/zod/'] } },
    { name: 'nothing-imports-the-web-app', severity: 'error', from: { pathNot: [WEB] }, to: { path: WEB } },
    { name: 'web-does-not-know-the-server', severity: 'error', from: { path: WEB }, to: { path: SERVER } },
    { name: 'server-keeps-to-itself', severity: 'error', from: { path: SERVER }, to: { path: '^(tools|e2e)/' } },
    { name: 'packages-by-their-front-door', severity: 'error', from: { pathNot: [PLAN, CORE] }, to: { path: '^packages/(plan|core)/src/.+', pathNot: '^packages/(plan|core)/src/index.ts$' } },
    {
      name: 'core-folders-by-their-index',
      severity: 'error',
      comment: 'Types that two folders share may be taken from the file that names them.',
      from: { path: `${CORE}src/([^/]+)/` },
      to: { path: `${CORE}src/([^/]+)/.+`, pathNot: [`${CORE}src/$1/`, '/index.ts$'], dependencyTypesNot: ['type-only'] },
    },
    { name: 'reducers-reach-no-io', severity: 'error', from: { path: `${WEB}src/store` }, to: { path: `${WEB}src/(sync|stages|sheets|parts|drawing|workers)` } },
    { name: 'drawings-know-no-stage', severity: 'error', from: { path: `${WEB}src/(drawing|parts)` }, to: { path: `${WEB}src/(stages|sheets|app)` } },
    { name: 'sql-knows-no-http', severity: 'error', from: { path: `${SERVER}src/store` }, to: { path: `${SERVER}src/routes|node_modules/express/` } },
    { name: 'only-the-store-has-sql', severity: 'error', from: { path: `${SERVER}src/routes` }, to: { path: 'node_modules/pg/', dependencyTypesNot: ['type-only'] } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(/dist/|/\\.expo/)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
