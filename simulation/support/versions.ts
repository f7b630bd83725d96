import type { Declared, KindDeclaration } from '../../packages/plan/src/kinds/declare';
import type { VERSION } from '@alveus/plan';

/**
 * The app and its server as they are, and as a later build might be: with a newer format, in which every node says one
 * thing more, and with a kind that is new. Each is a set of modules of its own.
 */

export type Version = 'now' | 'next';
export type App = ReturnType<typeof modules>;

/** What every node says in the later format. */
export const LATER = { checked: true } as const;
/** A thing of the kind that only the later build knows. */
export const PUMP = 'pump';

export function load(version: Version): App {
  let loaded: App | undefined;
  jest.isolateModules(() => {
    if (version === 'next') {
      jest.doMock('../../packages/plan/src/format/number', laterNumbers);
      jest.doMock('../../packages/plan/src/kinds/list', laterKinds);
    }
    // It is run when it is first needed, which is after the modules of this build were told apart.
    jest.doMock('../../apps/web/src/sync/frame/planCode', () => {
      const plan = jest.requireActual<typeof import('@alveus/plan')>('@alveus/plan');
      return { planCode: () => plan };
    });
    loaded = modules();
    jest.dontMock('../../apps/web/src/sync/frame/planCode');
    jest.dontMock('../../packages/plan/src/format/number');
    jest.dontMock('../../packages/plan/src/kinds/list');
  });
  if (!loaded) throw new Error('not loaded');
  return loaded;
}

/* eslint-disable @typescript-eslint/no-require-imports -- each build has its own modules, which an import would share */
function modules() {
  return {
    plan: require('@alveus/plan') as typeof import('@alveus/plan'),
    frame: require('../../apps/web/src/store/frame/store') as typeof import('../../apps/web/src/store/frame/store'),
    store: require('../../apps/web/src/store/store') as typeof import('../../apps/web/src/store/store'),
    job: require('../../apps/web/src/store/job') as typeof import('../../apps/web/src/store/job'),
    saving: require('../../apps/web/src/store/saving') as typeof import('../../apps/web/src/store/saving'),
    device: require('../../apps/web/src/sync/frame/device') as typeof import('../../apps/web/src/sync/frame/device'),
    outbox: require('../../apps/web/src/sync/outbox') as typeof import('../../apps/web/src/sync/outbox'),
    api: require('../../apps/web/src/sync/api') as typeof import('../../apps/web/src/sync/api'),
    server: require('../../apps/server/src/app') as typeof import('../../apps/server/src/app'),
    upgrade:
      require('../../apps/server/src/database/upgrade') as typeof import('../../apps/server/src/database/upgrade'),
  };
}
/* eslint-enable @typescript-eslint/no-require-imports */

function laterNumbers() {
  const numbers = jest.requireActual<typeof import('../../packages/plan/src/format/number')>(
    '../../packages/plan/src/format/number',
  );
  const version = numbers.VERSION + 1;
  return {
    ...numbers,
    VERSION: version as typeof VERSION,
    SPEAKS: `${numbers.PROTOCOL}.${version}`,
    ageOf: (spoken: string) => {
      const [protocol, format] = spoken.split('.').map(Number);
      const by = (protocol || 0) - numbers.PROTOCOL || (format || 0) - version;
      return by < 0 ? 'older' : by > 0 ? 'newer' : 'same';
    },
  };
}

function laterKinds() {
  const { KIND_LIST } = jest.requireActual<typeof import('../../packages/plan/src/kinds/list')>(
    '../../packages/plan/src/kinds/list',
  );
  const { VERSION: before } = jest.requireActual<typeof import('../../packages/plan/src/format/number')>(
    '../../packages/plan/src/format/number',
  );
  const { z } = jest.requireActual<typeof import('zod')>('zod');
  const { Uuid } = jest.requireActual<typeof import('../../packages/plan/src/values')>(
    '../../packages/plan/src/values',
  );
  const list = KIND_LIST as unknown as KindDeclaration<string, Declared>[];
  const nodes = list.map((kind) =>
    kind.kind === 'node'
      ? {
          ...kind,
          schema: (kind.schema as unknown as import('zod').ZodObject).extend({ checked: z.literal(true) }),
          upgrades: { ...kind.upgrades, [before]: (item: object) => ({ ...item, ...LATER }) },
        }
      : kind,
  );
  const pump = {
    kind: PUMP,
    schema: z.strictObject({ kind: z.literal(PUMP), id: Uuid, lift: z.number() }),
    words: { one: 'pump', many: 'pumps', fields: { lift: ['lift', 'distance'] } },
  };
  return { KIND_LIST: [...nodes, pump] };
}
