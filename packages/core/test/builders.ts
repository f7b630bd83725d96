import type { Item, ItemOf, Plan, Section, Service, Uuid } from '@alveus/plan';
import { planOf } from '@alveus/plan';
import { CATALOGUE, FOOT, gradeItem, INCH } from '../src';

/** Small plans in words of the trade, for the tests. */

let counter = 0;
export function newId(): Uuid {
  counter += 1;
  return `10000000-0000-4000-8000-${counter.toString(16).padStart(12, '0')}`;
}

export const ft = (value: number): number => value * FOOT;
export const inch = (value: number): number => value * INCH;

export interface RunSpec {
  length: number;
  low?: number;
  high?: number;
  slope?: number;
  drop?: number;
  /** Ground at the run's upper node. */
  ground?: number;
  breaks?: { at: number; elevation: number }[];
  pipe?: ItemOf<'pipe'>;
  section?: Section;
  vehicles?: boolean;
  protection?: ItemOf<'run'>['protection'];
  cut?: ItemOf<'run'>['cut'];
}

export interface LineSpec {
  service?: Service;
  pipe?: ItemOf<'pipe'>;
  section?: Section;
  /** Ground at the line's low end. */
  ground?: number | undefined;
  outlet?: ItemOf<'node'>['form'];
  water?: number;
  runs: RunSpec[];
}

export function catalogue(name: string): ItemOf<'pipe'> {
  const model = CATALOGUE.find((pipe) => pipe.name === name);
  if (!model) throw new Error(`no pipe ${name}`);
  return { kind: 'pipe', id: newId(), ...model };
}

export function material(name = 'Stone', fields: Partial<ItemOf<'material'>> = {}): ItemOf<'material'> {
  return { kind: 'material', id: newId(), name, class: 'stone', density: 1600, waste: 0.05, loose: 1.1, ...fields };
}

export function section(fields: Partial<Section> = {}): Section {
  return {
    kind: 'section',
    id: newId(),
    name: 'Section',
    width: { rule: 'fixed', width: ft(2) },
    below: [],
    above: [],
    surface: [],
    ...fields,
  };
}

export interface BuiltLine {
  items: Item[];
  plan: Plan;
  line: Uuid;
  runs: Uuid[];
  nodes: Uuid[];
}

/** A line of runs in series from its outlet up. */
export function buildLine(spec: LineSpec, more: Item[] = []): BuiltLine {
  const pipe = spec.pipe ?? catalogue('12 in SDR 35');
  const template = spec.section ?? section();
  const line: ItemOf<'line'> = {
    kind: 'line',
    id: newId(),
    name: 'Line',
    service: spec.service ?? 'storm',
    pipe: pipe.id,
    section: template.id,
    startChainage: 0,
  };
  const items: Item[] = [pipe, template, line, ...more];
  const nodes: Uuid[] = [newId()];
  const runs: Uuid[] = [];
  items.push({
    kind: 'node',
    id: nodes[0] as Uuid,
    name: 'Outlet',
    form: spec.outlet ?? 'structure',
    ...(spec.water === undefined ? {} : { water: { high: spec.water } }),
  });
  if (spec.ground !== undefined) items.push({ kind: 'nodeGround', id: nodes[0] as Uuid, elevation: spec.ground });
  spec.runs.forEach((run, index) => {
    const upper = newId();
    const id = newId();
    items.push({ kind: 'node', id: upper, name: `Node ${index + 1}`, form: 'inlet' });
    if (run.ground !== undefined) items.push({ kind: 'nodeGround', id: upper, elevation: run.ground });
    if (run.pipe) items.push(run.pipe);
    if (run.section) items.push(run.section);
    items.push({
      kind: 'run',
      id,
      line: line.id,
      name: `Run ${index + 1}`,
      a: nodes[nodes.length - 1] as Uuid,
      b: upper,
      flow: 'to-a',
      length: { from: 'typed', value: run.length },
      vehicles: run.vehicles ?? false,
      ...(run.pipe ? { pipe: run.pipe.id } : {}),
      ...(run.section ? { section: run.section.id } : {}),
      ...(run.protection ? { protection: run.protection } : {}),
      ...(run.cut ? { cut: run.cut } : {}),
    });
    if (run.breaks) items.push({ kind: 'runGround', id, breaks: run.breaks });
    const { low, high, slope, drop } = run;
    if ([low, high, slope, drop].some((fact) => fact !== undefined))
      items.push(gradeItem({ id, flow: 'to-a' }, { low, high, slope, drop }));
    nodes.push(upper);
    runs.push(id);
  });
  return { items, plan: planOf(items), line: line.id, runs, nodes };
}
