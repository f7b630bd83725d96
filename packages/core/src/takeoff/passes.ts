import { ONLY, same } from '@alveus/plan';
import type { EvaluationPass } from '../evaluate';
import { DEFAULT_NATIVE, eachPass, tablePass } from '../evaluate';
import type { Entry } from './articles';
import { holeEntries } from './holes';
import type { Ledger } from './ledger';
import { ledgerOf } from './ledger';
import { nodeEntries } from './nodes';
import { runEntries } from './runs';

declare module '../results/reader' {
  interface Results {
    /** Of runs, nodes and holes: what each takes. */
    readonly runEntries: readonly Entry[];
    readonly nodeEntries: readonly Entry[];
    readonly holeEntries: readonly Entry[];
  }
}
declare module '../results/wholes' {
  interface Wholes {
    readonly takeoff: Ledger;
  }
}

const NONE: readonly never[] = [];

/** The take-off, worked out when somebody looks at it: what each thing takes, and all of it summed by article. */
export const TAKEOFF: readonly EvaluationPass[] = [
  eachPass<'runEntries'>({
    name: 'runEntries',
    kind: 'run',
    same,
    work: (id, read) => {
      const run = read.of('run', id);
      const pits = read.of('pitsOn', id) ?? NONE;
      return run ? runEntries(run, { material: (material) => read.item('material', material), pits }) : NONE;
    },
  }),
  eachPass<'nodeEntries'>({
    name: 'nodeEntries',
    kind: 'node',
    same,
    work: (id, read) => {
      const node = read.of('node', id);
      const context = {
        run: (run: string) => read.of('run', run),
        place: (one: string) => read.item('nodePlace', one),
      };
      return node ? nodeEntries(node, context) : NONE;
    },
  }),
  eachPass<'holeEntries'>({
    name: 'holeEntries',
    kind: 'hole',
    same,
    work: (id, read) => {
      const hole = read.of('hole', id);
      return hole ? holeEntries(hole) : NONE;
    },
  }),
  tablePass<Ledger>({
    name: 'takeoff',
    work: (read, before) =>
      ledgerOf(
        {
          plan: {
            buying: read.all('buying'),
            material: read.all('material'),
            pipe: read.all('pipe'),
            transfer: read.all('transfer'),
            purchase: read.all('purchase'),
            delivery: read.all('delivery'),
            nodePlace: read.all('nodePlace'),
            run: read.all('run'),
            node: read.all('node'),
            hole: read.all('hole'),
          },
          lines: read.every('line'),
          runs: read.every('run'),
          nodes: read.every('node'),
          native: read.item('native', ONLY) ?? DEFAULT_NATIVE,
          entries: {
            runs: read.every('runEntries'),
            nodes: read.every('nodeEntries'),
            holes: read.every('holeEntries'),
          },
        },
        before,
      ),
    tables: {},
  }),
];
