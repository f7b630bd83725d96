import type { ItemOf, Run, Uuid } from '@alveus/plan';
import { lowerOf, ONLY, same, upperOf } from '@alveus/plan';
import { inOrder } from '../by-name';
import type { EvaluationPass } from '../evaluate';
import { DEFAULT_NATIVE, eachPass, tablePass } from '../evaluate';
import type { NodeResult, Reader } from '../results';
import type { Entry } from './articles';
import type { Books } from './books';
import { booksOf } from './books';
import { holeEntries } from './holes';
import type { Ledger } from './ledger';
import { buyingOf, ledgerOf } from './ledger';
import type { NodeContext } from './nodes';
import { nodeEntries } from './nodes';
import { runEntries } from './runs';
import type { LineParts, Taken, TakenContext } from './taken';
import { takenOf } from './taken';

declare module '../results/reader' {
  interface Results {
    /** Of runs, nodes and holes: what each takes. */
    readonly runEntries: readonly Entry[];
    readonly nodeEntries: readonly Entry[];
    readonly holeEntries: readonly Entry[];
    /** Of lines. */
    readonly taken: Taken;
  }
}
declare module '../results/wholes' {
  interface Wholes {
    /** Structures that no run reaches yet, and runs whose line is gone. */
    readonly apart: Taken;
    readonly books: Books;
    readonly takeoff: Ledger;
  }
}

const NONE: readonly never[] = [];

/** The take-off, worked out when somebody looks at it: what each thing takes, by line, and all of it summed by article. */
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
      return node ? nodeEntries(node, nodeContext(read)) : NONE;
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
  eachPass<'taken'>({
    name: 'taken',
    kind: 'line',
    work: (id, read) => {
      const of = read.of('order', id)?.runs ?? NONE;
      const ends = new Set(of.flatMap((run) => [lowerOf(run), upperOf(run)]));
      return takenOf(id, partsOf(id, of, ends, read.of('holesOf', id) ?? NONE, read), contextOf(read));
    },
  }),
  tablePass<Taken>({ name: 'apart', work: apart, tables: {} }),
  tablePass<Books>({
    name: 'books',
    work: (read) => booksOf({ purchase: read.all('purchase'), delivery: read.all('delivery') }),
    tables: {},
  }),
  tablePass<Ledger>({
    name: 'takeoff',
    work: (read, before) =>
      ledgerOf(
        {
          plan: {
            buying: read.all('buying'),
            line: read.all('line'),
            material: read.all('material'),
            pipe: read.all('pipe'),
            transfer: read.all('transfer'),
          },
          books: read.whole('books'),
          lines: read.every('line'),
          native: read.item('native', ONLY) ?? DEFAULT_NATIVE,
          taken: read.every('taken'),
          apart: read.whole('apart'),
        },
        before,
      ),
    tables: {},
  }),
];

const contextOf = (read: Reader): TakenContext => ({
  sod: buyingOf({ buying: read.all('buying') }).sod,
  ...nodeContext(read),
});

const nodeContext = (read: Reader): NodeContext => ({
  run: (run) => read.of('run', run),
  place: (node) => read.item('nodePlace', node),
});

/**
 * What is entered with a line: its runs with what of their pipe goes into walls at their ends, and what stands at the nodes
 * that it leaves, or at which it arrives where none leaves. @param line undefined of what no line has
 */
function partsOf(
  line: Uuid | undefined,
  runs: Iterable<Run>,
  ends: Iterable<Uuid>,
  holes: Iterable<Uuid>,
  read: Reader,
): LineParts {
  const entries: Entry[] = [];
  for (const { id } of runs) entries.push(...(read.of('runEntries', id) ?? NONE));
  const nodes: NodeResult[] = [];
  for (const id of ends) {
    const own = lineAt(id, read) === line;
    const node = own ? read.of('node', id) : undefined;
    if (node) nodes.push(node);
    for (const entry of read.of('nodeEntries', id) ?? NONE) {
      const { where } = entry;
      if (where.on === 'run' ? lineOf(where.run, read) === line : own) entries.push(entry);
    }
  }
  for (const id of holes) entries.push(...(read.of('holeEntries', id) ?? NONE));
  return { nodes, entries };
}

/** The line of a run; undefined of one whose line is gone. */
const lineOf = (run: Uuid | undefined, read: Reader): Uuid | undefined =>
  read.item('line', read.item('run', run)?.line)?.id;

const lineAt = (node: Uuid, read: Reader): Uuid | undefined =>
  lineOf(read.of('leaving', node)?.[0] ?? read.of('arriving', node)?.[0], read);

function apart(read: Reader): Taken {
  const runs = Object.values(read.all('run')).filter(({ id }) => lineOf(id, read) === undefined);
  const ends = new Set(runs.flatMap(({ a, b }) => [a, b]));
  const nodes = Object.values(read.all('node')).filter(({ id }) => ends.has(id) || lineAt(id, read) === undefined);
  const owned = new Set(Object.keys(read.all('line')).flatMap((line) => read.of('holesOf', line) ?? NONE));
  const holes = Object.keys(read.all('hole')).filter((id) => !owned.has(id));
  const byName = <T extends Run | ItemOf<'node'>>(items: readonly T[]): readonly T[] => inOrder(items, (item) => item);
  const ids = byName(nodes).map(({ id }) => id);
  return takenOf(undefined, partsOf(undefined, byName(runs), ids, holes, read), contextOf(read));
}
