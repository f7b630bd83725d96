import type { ItemOf, TestPit, Uuid } from '@alveus/plan';
import { classOf } from '@alveus/plan';
import { crossSection, fabricAcross } from '../cross';
import { jointOf } from '../pipe';
import type { RunResult } from '../results';
import { NEAR } from '../tolerance';
import type { Amounts, EnvelopeLayer, KnownStation, Sides } from '../trench';
import { areaOver, runTrench, slopedLength, stationsOf } from '../trench';
import { FOOT, INCH } from '../units';
import type { Entry, Where } from './articles';
import { whole } from './loads';

/** What one run takes. */

/** Fabric is pinned or stitched so often where it closes, m: common practice. */
const PINS = 3 * FOOT;
/** Tracer wire is tied to its pipe so often, so that it stays along it, m: common practice. */
const TIES = 5 * FOOT;
/** Lubricant for a joint, for each metre of the pipe's nominal size, kg: common practice, from memory. */
const LUBRICANT = 0.22;
/** Solvent cement for a joint, likewise. */
const SOLVENT = 0.5;

export interface RunContext {
  readonly material: (id: Uuid) => ItemOf<'material'> | undefined;
  readonly pits: readonly TestPit[];
}

export function runEntries(run: RunResult, { material, pits }: RunContext): readonly Entry[] {
  const entries: Entry[] = [];
  const all: Where = { on: 'run', run: run.id, from: 0, to: run.length };
  const add = (what: Entry['what'], amount: number, why: string, more: Partial<Entry> = {}): void => {
    if (amount > 1e-12) entries.push({ what, amount, where: all, why, ...more });
  };
  const amounts = run.trench?.amounts;
  if (amounts && run.envelope) {
    addDug(run, amounts, pits, add);
    addLayers(run, amounts, material, add);
  }
  for (const { cut } of run.swales) add({ of: 'dug', stratum: 'swales' }, cut.volume, 'cut before the trench');
  addShoring(run, add);
  const long = slopedLength(run.length, run.grade.slope);
  const carried = carriesItself(run, material);
  if (run.pipe && run.length > 0 && !carried) {
    add({ of: 'pipe', pipe: run.pipe.id }, long, 'along the slope');
    addJoints(run.pipe, long, add);
  }
  const { section } = run;
  if (section?.fabric && section.fabric.laid !== 'sock' && run.envelope && run.trench?.deepest) {
    // What hangs from the ground makes it the wider the deeper it is.
    const cross = crossSection(run, run.trench.deepest.at);
    const across = cross && fabricAcross(section.fabric, run.envelope, cross);
    const laid = slopedLength(dugLength(run), run.grade.slope);
    if (across) {
      add({ of: 'fabric' }, laid, section.fabric.laid === 'round' ? 'wrapped around the stone' : 'over the stone', {
        wide: across.wide,
      });
      if (section.fabric.laid === 'round') add({ of: 'pins' }, whole(laid / PINS) + 1, 'where the fabric closes');
    }
  }
  if (section?.tape) add({ of: 'tape' }, long, 'over the pipe');
  if (section?.wire) {
    add({ of: 'wire' }, long, 'along the pipe');
    add({ of: 'ties' }, whole(long / TIES) + 1, 'hold the wire to the pipe');
  }
  if (section?.fabric?.laid === 'sock' && run.length > 0) add({ of: 'ties' }, 2, 'close the sock at both ends');
  return entries;
}

type Add = (what: Entry['what'], amount: number, why: string, more?: Partial<Entry>) => void;

/** Taken off the top, down to what a pit found that digs otherwise, and under that. */
function addDug(run: RunResult, amounts: Amounts, pits: readonly TestPit[], add: Add): void {
  const { layers = [] } = run.envelope ?? {};
  const top = layers.reduce(
    (sum, { group }, index) => (group === 'surface' ? sum + (amounts.layers[index] as number) : sum),
    0,
  );
  const hard = pits.flatMap(({ limiting }) => (limiting ? [limiting] : [])).sort((a, b) => a.depth - b.depth)[0];
  const under = hard ? Math.min(dugUnder(run, hard.depth), amounts.excavation - top) : 0;
  add({ of: 'dug', stratum: 'stripped' }, top, 'sod, topsoil or pavement over the trench');
  add({ of: 'dug', stratum: 'trenches' }, amounts.excavation - top - under, 'between the top layer and harder ground');
  if (hard) add({ of: 'dug', stratum: hard.what }, under, 'below the depth at which a pit found it');
}

/**
 * What of a trench lies more than so deep under the ground, m³: the volume of one as wide, with the same sides, in ground
 * that is so much lower than it was before anything was cut.
 */
export function dugUnder(run: RunResult, deep: number): number {
  const { trench, pipe, section, envelope, natural, grade, form } = run;
  if (!trench || !pipe || !section || !envelope) return 0;
  const lowered = {
    ...natural,
    points: natural.points.map((point) => ({ ...point, elevation: point.elevation - deep })),
  };
  const { joints: _joints, ...rest } = section;
  const held = form && trench.sides ? { ...form, cut: { ...form.cut, cut: cutOf(trench.sides, form.cut.cut) } } : form;
  const fixed = { ...rest, width: { rule: 'fixed' as const, width: trench.width } };
  return runTrench({ grade, ground: lowered, pipe, section: fixed, envelope, form: held }).amounts?.excavation ?? 0;
}

const cutOf = ({ left, right, across }: Sides, cut: ItemOf<'run'>['cut']): NonNullable<ItemOf<'run'>['cut']> => ({
  ...cut,
  left,
  right,
  across,
});

function addLayers(run: RunResult, amounts: Amounts, material: RunContext['material'], add: Add): void {
  const { layers = [] } = run.envelope ?? {};
  const pieces = new Map<Uuid, NonNullable<ItemOf<'material'>['piece']>>();
  const long = dugLength(run);
  layers.forEach(({ material: id, name }, index) => {
    const placed = amounts.layers[index] as number;
    if (id === 'native') return add({ of: 'native' }, placed, name);
    const item = material(id);
    const covers = (): number => coveredBy(layers, amounts, index);
    switch (item?.piece ? 'piece' : item && classOf(item.class).sold) {
      case 'piece':
        if (item?.piece && placed > 1e-12) pieces.set(id, item.piece);
        return undefined;
      case 'area':
        return add({ of: 'sod', material: id }, covers(), name);
      case 'bale':
        return add({ of: 'bales', material: id }, covers(), name);
      case 'roll':
        return add({ of: 'mat', material: id }, covers() > 0 ? long : 0, name, { wide: covers() / long });
      default:
        return add({ of: 'material', material: id }, placed, name);
    }
  });
  for (const [id, piece] of pieces) {
    const count = whole(slopedLength(long, run.grade.slope) / piece.long);
    add({ of: 'pieces', material: id }, count, 'end to end along the run');
    if (piece.coupled) add({ of: 'piece-coupling', material: id }, count - 1, 'between two pieces');
    add({ of: 'piece-cap', material: id }, 2, 'at both ends');
  }
}

/** What a layer covers, m²: at the surface all that is opened, under it what it fills by how thick it is there. */
function coveredBy(layers: readonly EnvelopeLayer[], amounts: Amounts, index: number): number {
  const { group, top } = layers[index] as EnvelopeLayer;
  const under = layers[index - 1]?.top;
  if (group === 'surface' || top.from !== 'bottom') return amounts.covered;
  const thick = top.height - (under?.from === 'bottom' ? under.height : 0);
  return thick > NEAR ? (amounts.layers[index] as number) / thick : 0;
}

/** Whether something in its section, such as chambers, brings what the water runs in. */
function carriesItself({ envelope }: RunResult, material: RunContext['material']): boolean {
  return (envelope?.layers ?? []).some(({ material: id }) => {
    const item = id === 'native' ? undefined : material(id);
    return item !== undefined && classOf(item.class).carries === true;
  });
}

/** Where something is dug for the run itself: nothing is where it lies in the trench of another, or in a hole. */
const stretchesOf = (run: RunResult): readonly { readonly from: number; readonly to: number }[] =>
  run.trench?.strips ?? [{ from: 0, to: run.length }];

const dugLength = (run: RunResult): number => stretchesOf(run).reduce((sum, { from, to }) => sum + to - from, 0);

/** Both sides, where boards hold them; how long, where people work in a box. */
function addShoring(run: RunResult, add: Add): void {
  const { protection } = run.run;
  if (protection === 'shored') add({ of: 'shoring' }, sidesArea(run), 'both sides, as deep as the trench');
  if (protection === 'shielded') add({ of: 'shield' }, dugLength(run), 'people work inside the shield');
}

/** Area of both sides, where it is deep at all, m²: between stations the depth goes straight. */
function sidesArea(run: RunResult): number {
  const stations = stationsOf(run.grade, run.ground, run.envelope);
  let area = 0;
  for (let index = 1; index < stations.length; index += 1) {
    const [low, high] = [stations[index - 1] as KnownStation, stations[index] as KnownStation];
    const long = high.at - low.at;
    if (long <= 0) continue;
    const depth = (at: number): number => low.depth + ((high.depth - low.depth) * (at - low.at)) / long;
    for (const { from, to } of stretchesOf(run)) {
      const [begin, end] = [Math.max(from, low.at), Math.min(to, high.at)];
      if (end > begin) area += 2 * areaOver(depth(begin), depth(end), end - begin);
    }
  }
  return area;
}

/** Rings, couplings, lubricant or solvent: by the joint of one stick with the next. */
function addJoints(pipe: ItemOf<'pipe'>, long: number, add: Add): void {
  const joints = whole((long - NEAR) / pipe.stick) - 1;
  if (joints <= 0) return;
  const { by } = jointOf(pipe);
  if (by === 'coupling')
    add({ of: 'fitting', fitting: { fit: 'coupling', pipe: pipe.id } }, joints, 'between two sticks');
  if (by === 'ring') {
    add({ of: 'fitting', fitting: { fit: 'ring', pipe: pipe.id } }, joints, 'between two sticks');
    add(
      { of: 'lubricant' },
      joints * pipe.nominal * LUBRICANT,
      `${joints} joints, ${Math.round(pipe.nominal / INCH)} in`,
    );
  }
  if (by === 'glue') add({ of: 'solvent' }, joints * pipe.nominal * SOLVENT, `${joints} joints`);
}
