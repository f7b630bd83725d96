/** The arrows of the code, kept: web → core → plan ← server; server may use core; nothing imports an app. */
const PLAN = '^packages/plan/';
const CORE = '^packages/core/';
const EXCHANGE = '^packages/exchange/';
const SERVER = '^apps/server/';
const WEB = '^apps/web/';

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    { name: 'no-rings', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'plan-stands-alone',
      severity: 'error',
      from: { path: `${PLAN}src` },
      to: { pathNot: [PLAN, 'node_modules/zod/'] },
    },
    {
      name: 'core-knows-only-plan',
      severity: 'error',
      from: { path: `${CORE}src` },
      to: { pathNot: [CORE, PLAN, 'node_modules/zod/'] },
    },
    {
      name: 'exchange-knows-core-and-plan',
      severity: 'error',
      from: { path: `${EXCHANGE}src` },
      to: { path: '^(apps|tools|e2e)/' },
    },
    { name: 'core-and-plan-know-no-exchange', severity: 'error', from: { path: [CORE, PLAN] }, to: { path: EXCHANGE } },
    {
      name: 'nothing-imports-the-web-app',
      severity: 'error',
      comment:
        'The empty app of the bench is built by the same settings, no part of the app; the simulation is its tests.',
      from: { pathNot: [WEB, '^simulation/', '^tools/bench/empty/[^/]+\\.js$'] },
      to: { path: WEB },
    },
    { name: 'web-does-not-know-the-server', severity: 'error', from: { path: WEB }, to: { path: SERVER } },
    { name: 'server-keeps-to-itself', severity: 'error', from: { path: SERVER }, to: { path: '^(tools|e2e)/' } },
    {
      name: 'packages-by-their-front-door',
      severity: 'error',
      comment: 'What simulates a later build has other kinds in it.',
      from: { pathNot: [PLAN, CORE, EXCHANGE, '^simulation/support/versions'] },
      to: {
        path: '^packages/(plan|core|exchange)/src/.+',
        pathNot:
          '^packages/(plan|core|exchange)/src/(index|format/number|xlsx/index|(cross|filling|float|grow|interchange|company|library|optimize|optimize/solver|sections|setout|shared|spoil|takeoff|workings)/index|compare/(ends|ground|sections|sizes|structures)|edits/(join|network|shallow|split)|interchange/grade-table).ts$',
      },
    },
    {
      name: 'core-folders-by-their-index',
      severity: 'error',
      comment: 'Types that two folders share may be taken from the file that names them.',
      from: { path: `${CORE}src/([^/]+)/` },
      to: {
        path: `${CORE}src/([^/]+)/.+`,
        pathNot: [`${CORE}src/$1/`, '/index.ts$'],
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'reducers-reach-no-io',
      severity: 'error',
      from: { path: `${WEB}src/store` },
      to: { path: `${WEB}src/(app|features|sync|drawing|ui|workers)/` },
    },
    {
      name: 'ui-and-drawings-know-no-store',
      severity: 'error',
      comment: 'They are given what they show, and say what was done.',
      from: { path: `${WEB}src/(ui|drawing|theme)/` },
      to: { path: `${WEB}src/(app|features|store|sync)/|node_modules/(react-redux|@reduxjs)/` },
    },
    {
      name: 'ui-knows-no-drawing',
      severity: 'error',
      from: { path: `${WEB}src/(ui|theme)/` },
      to: { path: `${WEB}src/drawing/` },
    },
    {
      name: 'look-stands-alone',
      severity: 'error',
      from: { path: `${WEB}src/theme/` },
      to: { path: `${WEB}src/ui/` },
    },
    {
      name: 'nothing-imports-a-route',
      severity: 'error',
      from: { path: `${WEB}src/(?!app/)` },
      to: { path: `${WEB}src/app/` },
    },
    {
      name: 'first-screen-without-the-computation',
      severity: 'error',
      comment: 'The list of jobs is there before core, drawings and sheets are.',
      from: { path: `${WEB}src/(features/jobs|store/[^/]+$|sync/(?!ids))` },
      to: {
        path: [CORE, `${WEB}src/(drawing|store/results|ui/(measured|MeasureField|Picker|limits|units|form))`],
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'first-screen-without-the-plan',
      severity: 'error',
      comment: 'Setting up the schemas takes longer than the rest of it: planCode has them run when they are needed.',
      from: {
        path: `${WEB}src/(app/|features/jobs|store/frame|sync/frame)`,
        pathNot: `${WEB}src/(features/jobs/(planFile|NameSheet|sheets)|sync/frame/planCode)`,
      },
      to: {
        path: [`${PLAN}src/(?!format/number)`, 'node_modules/zod/', `${WEB}src/(store|sync)/(?!frame/|ids|files)`],
        dependencyTypesNot: ['type-only', 'dynamic-import'],
      },
    },
    {
      name: 'edits-are-for-apps',
      severity: 'error',
      comment: 'What follows from a plan does not depend on how it is edited.',
      from: { path: `${CORE}src/(?!edits/|index)` },
      to: { path: `${CORE}src/edits/` },
    },
    {
      name: 'sql-knows-no-http',
      severity: 'error',
      from: { path: `${SERVER}src/([^/]+/store|database/)` },
      to: { path: `${SERVER}src/([^/]+/routes|http/)|node_modules/express/` },
    },
    {
      name: 'only-the-store-has-sql',
      severity: 'error',
      from: { path: `${SERVER}src/[^/]+/routes` },
      to: { path: 'node_modules/pg/', dependencyTypesNot: ['type-only'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(/dist/|/\\.expo/)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
