import type { Edit, Item, NodeForm, Plan, Service, Uuid } from '@alveus/plan';
import { formOf, serviceOf, SERVICES, upperOf } from '@alveus/plan';
import { orderLine } from '../grade';
import type { SectionKey } from '../starter';
import { pipeItem, SECTIONS, sharedSection } from '../starter';
import type { NodeStart } from './items';
import { nodeItems, puts, runItems } from './items';

/** A line from its outlet up: begun, and lengthened run by run. */

export type LineStart = {
  readonly name: string;
  readonly service: Service;
  /** One of the plan by its id, or of the catalogue by its name; the usual one where none is told. */
  readonly pipe?: string | undefined;
} & (
  | { readonly outlet: NodeStart & { readonly water?: number | undefined } }
  /** A branch: it begins at a node that is there. */
  | { readonly at: Uuid }
);

/** A line without runs, and what it takes that the plan has not: the pipe and the section usual for its service. */
export function lineItems(
  plan: Plan,
  {
    name,
    service,
    pipe: wanted,
  }: { readonly name: string; readonly service: Service; readonly pipe?: string | undefined },
  newId: () => Uuid,
): { readonly items: Item[]; readonly line: Uuid } {
  const usual = serviceOf(service);
  const called = wanted ?? usual.pipe;
  const items: Item[] = [];
  const own = Object.values(plan.pipe);
  const pipe = plan.pipe[called] ?? own.find((item) => item.name === called) ?? pipeItem(called, newId());
  if (!plan.pipe[pipe.id]) items.push(pipe);
  const section = sharedSection(plan, SECTIONS[usual.sections[0] as SectionKey], newId);
  items.push(...section.items);
  const line = newId();
  items.push({ kind: 'line', id: line, name, service, pipe: pipe.id, section: section.id, startChainage: 0 });
  return { items, line };
}

/** A line begins at its outlet. It gets its length run by run. */
export function startLine(
  plan: Plan,
  start: LineStart,
  newId: () => Uuid,
): { edits: Edit[]; line: Uuid; outlet: Uuid } {
  const { items, line } = lineItems(plan, start, newId);
  const done = (outlet: Uuid) => ({ edits: puts(items), line, outlet });
  if ('at' in start) return done(start.at);
  const { name, form, water, ground } = start.outlet;
  const outlet = newId();
  items.push({ kind: 'node', id: outlet, name, form, ...(water === undefined ? {} : { water: { high: water } }) });
  if (ground !== undefined) items.push({ kind: 'nodeGround', id: outlet, elevation: ground });
  return done(outlet);
}

export interface RunStart {
  readonly name: string;
  readonly length: number;
  /** Fixed on the new run, where given. */
  readonly low?: number | undefined;
  readonly slope?: number | undefined;
  readonly high?: number | undefined;
  readonly upper: NodeStart;
  readonly vehicles?: boolean;
}

/** Lengthens a line by a run at its upper end; the first one starts at `from`. */
export function extendLine(
  plan: Plan,
  line: Uuid,
  run: RunStart,
  newId: () => Uuid,
  from?: Uuid,
): { edits: Edit[]; run: Uuid } {
  const order = orderLine(
    Object.values(plan.run).filter((item) => item.line === line),
    () => 0,
  );
  const last = order.runs[order.runs.length - 1];
  const lower = last ? upperOf(last) : from;
  if (lower === undefined) throw new RangeError('a line without runs needs the node to start from');
  const id = newId();
  const upper = newId();
  const items = [
    ...nodeItems(upper, run.upper),
    ...runItems({ ...run, id, line, lower, upper }, { low: run.low, slope: run.slope, high: run.high }),
  ];
  return { edits: puts(items), run: id };
}

/** What usually leads on from a node, the way the water goes. @param form undefined: a house that is not in the plan yet */
export const serviceOnFrom = (form: NodeForm = 'stub-out'): Service =>
  SERVICES.find((service) => serviceOf(service).leadsFrom === form) ?? 'storm';

/** How far pipe falls through a node, m. */
export const usualFall = (form: NodeForm | undefined): number => (form && formOf(form).fall?.usual) ?? 0;
