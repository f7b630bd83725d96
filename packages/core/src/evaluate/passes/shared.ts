import type { FromA, Lineage, Piece, Run, Sharing, Uuid } from '@alveus/plan';
import { itemsNow, same, spanOn } from '@alveus/plan';
import { byName } from '../../by-name';
import type { LyingIn, Shared, SharedTrench } from '../../results';
import { tablePass } from '../pass';
import { reachesOf } from './reaches';

/** Which runs lie in the trenches of others, wherever those they were told of lie now. */
export const shared = tablePass<Shared>({
  name: 'shared',
  work: (read) => {
    const all = Object.values(read.all('sharing'));
    const { byRun: reaches, byLine: holes } = reachesOf(read);
    if (all.length === 0 && reaches.size === 0) return NONE;
    const runs = read.all('run');
    const { lineage } = read.whole('lineage');
    const byRun = new Map<Uuid, { beside: (LyingIn & { place: number })[]; elsewhere: Elsewhere[] }>();
    const of = (run: Uuid) => {
      let there = byRun.get(run);
      if (!there) byRun.set(run, (there = { beside: [], elsewhere: [] }));
      return there;
    };
    for (const sharing of all)
      for (const item of itemsNow(sharing, { run: runs }, lineage))
        for (const { run, lead, own } of onLeads(item, runs, lineage)) {
          const { lies, clear, place } = item;
          of(run).beside.push({ sharing: sharing.id, run: item.run, own, lead, lies, clear, place });
          of(item.run).elsewhere.push({ ...inOrder(own), lead: run, sharing: sharing.id });
        }
    for (const run of reaches.keys()) of(run);
    // One run may lie twice beside another: then by where.
    const nameOf = ({ sharing, run, lies, clear, own, lead }: LyingIn) => ({
      id: sharing,
      name: [runs[run]?.name, lies, clear, own.from, own.to, lead.from, lead.to].join(' '),
    });
    const trenches = new Map<Uuid, SharedTrench>();
    for (const [run, { beside, elsewhere }] of byRun) {
      beside.sort((a, b) => a.place - b.place || byName(nameOf(a), nameOf(b)));
      elsewhere.sort((a, b) => a.from - b.from);
      trenches.set(run, {
        beside: beside.map(({ place: _place, ...lying }) => lying),
        elsewhere,
        reach: reaches.get(run) ?? NO_REACH,
      });
    }
    return { trenches, holes };
  },
  tables: { shared: { of: (whole) => whole.trenches, same }, holesOf: { of: (whole) => whole.holes, same } },
});

const NONE: Shared = { trenches: new Map(), holes: new Map() };
const NO_REACH = { a: 0, b: 0 };
type Elsewhere = SharedTrench['elsewhere'][number];

interface OnLead {
  readonly run: Uuid;
  readonly lead: LyingIn['lead'];
  readonly own: LyingIn['own'];
}

const inOrder = ({ from, to }: { readonly from: FromA; readonly to: FromA }): { from: FromA; to: FromA } => ({
  from: Math.min(from, to),
  to: Math.max(from, to),
});

/** The stretch on the run whose trench it is, or on what came of that run. */
function onLeads({ from, to, lead }: Sharing, runs: Readonly<Record<Uuid, Run>>, lineage: Lineage): readonly OnLead[] {
  const pieces: readonly Piece[] = runs[lead.run]
    ? [{ from: 0, run: lead.run, at: 0 }]
    : (lineage.pieces.get(lead.run) ?? []);
  const long = lead.to - lead.from;
  return pieces.flatMap((piece): readonly OnLead[] => {
    const on = long === 0 ? undefined : spanOn(piece, inOrder(lead));
    if (!on) return [];
    const own = (at: number): FromA => from + ((to - from) * (at - lead.from)) / long;
    const [first, last] = piece.turned ? [on.was.to, on.was.from] : [on.was.from, on.was.to];
    return [{ run: piece.run, lead: { from: on.from, to: on.to }, own: { from: own(first), to: own(last) } }];
  });
}
