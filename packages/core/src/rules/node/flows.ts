import type { FormDeclaration, NodeForm, Service, Severity, Water } from '@alveus/plan';
import { formOf, serviceOf } from '@alveus/plan';
import type { NodeEnd } from '../../results';
import type { AnyRule, Breach } from '../rule';
import { COMMON, NOTHING, rule } from '../rule';
import type { FlowWrong, NodeFacts } from './facts';

/**
 * What may flow into what, and leave where: by what a line carries, what it comes to, and what leads on from there. A row
 * is a rule like any other. What is offered somewhere asks the same rows.
 */
interface FlowRow {
  readonly name: string;
  readonly title: string;
  readonly severity: Severity;
  readonly carries: readonly Water[];
  /** @param below what leads on from there; undefined where nothing does */
  forbids(form: FormDeclaration<NodeForm>, below: Water | undefined): boolean;
  /** As in "At the ditch the sewage of the house sewer …". */
  readonly does: string;
  readonly why: string;
  readonly gives: readonly string[];
}

const SEWAGE: readonly Water[] = ['sewage', 'effluent'];
const RAIN: readonly Water[] = ['storm', 'roof', 'yard', 'ground'];

const among = (waters: readonly Water[], below: Water | undefined): boolean =>
  below !== undefined && waters.includes(below);

/** The first row that forbids something is the one that is told. */
const FLOWS = [
  {
    name: 'sewage-in-open',
    title: 'Sewage at the surface',
    severity: 'stop',
    carries: SEWAGE,
    forbids: ({ ends, open }, below) =>
      (open === true && ends !== 'soaks') ||
      (below === undefined && (ends === 'open' || ends === 'water' || ends === 'rises')),
    does: 'comes to the surface',
    why: 'It makes people and animals ill, fouls water, and is illegal everywhere.',
    gives: ['Run it to a tank, a public sewer or a licensed field'],
  },
  {
    name: 'sewage-in-storm',
    title: 'Sewage in a storm, roof or yard drain',
    severity: 'stop',
    carries: SEWAGE,
    forbids: (_, below) => among(RAIN, below),
    does: 'runs into a drain for rain or ground water',
    why: 'Whatever a drain carries comes out in the open at its end.',
    gives: ['Give it its own line, to a tank, a public sewer or a licensed field'],
  },
  {
    name: 'sewage-past-tank',
    title: 'Sewage past the tank',
    severity: 'stop',
    carries: ['sewage'],
    forbids: ({ septic, ends }, below) =>
      septic !== 'tank' && (septic === 'field' || among(['effluent'], below) || (ends === 'soaks' && !below)),
    does: 'bypasses the tank',
    why: 'Solids that do not settle in a tank clog the field, and it does not recover.',
    gives: ['Put a septic tank above it'],
  },
  {
    name: 'effluent-soaks',
    title: 'Effluent into a soak-away',
    severity: 'fix',
    carries: ['effluent'],
    forbids: ({ septic, ends }, below) => !below && ends === 'soaks' && septic !== 'field',
    does: 'ends in a soak-away',
    why: 'Deep soil cleans effluent badly: most local rules ask for a licensed field.',
    gives: ['Use a distribution box and laterals', 'Ask whether the local rule allows a seepage pit'],
  },
  {
    name: 'sewage-to-box',
    title: 'Box or pump not rated for sewage',
    severity: 'watch',
    carries: SEWAGE,
    forbids: ({ septic, ends }, below) => !below && !septic && (ends === 'taken' || ends === 'pumped'),
    does: 'goes into something that may not be rated for it',
    why: 'A box must be part of a sanitary sewer, and a pump tank is designed by a licensed designer.',
    gives: ['Ask the owner of the sewer for permission', 'Have the pump tank designed'],
  },
  {
    name: 'rain-in-septic',
    title: 'Rain or ground water in the septic system',
    severity: 'fix',
    carries: RAIN,
    forbids: ({ septic }, below) => septic !== undefined || among(SEWAGE, below),
    does: 'runs into the septic system',
    why: 'It stirs up the tank, carries solids out of it, and drowns the field.',
    gives: ['Give it its own drain, to an outlet'],
  },
] as const satisfies readonly FlowRow[];

type Row = (typeof FLOWS)[number];
/** By form, by what comes there and by what leads on, each looked up once: every node asks. */
const table = new Map<NodeForm, Partial<Record<Water, Partial<Record<Water | 'nothing', Row | null>>>>>();

/** What forbids that water comes to a form of node, and on from there; undefined where nothing does. */
function forbidden(carries: Water, form: NodeForm, below: Water | undefined): Row | undefined {
  let byWater = table.get(form);
  if (!byWater) table.set(form, (byWater = {}));
  const byBelow = (byWater[carries] ??= {});
  const row = byBelow[below ?? 'nothing'];
  if (row !== undefined) return row ?? undefined;
  const at = formOf(form);
  const found = FLOWS.find((row: FlowRow) => row.carries.includes(carries) && row.forbids(at, below));
  byBelow[below ?? 'nothing'] = found ?? null;
  return found;
}

/** How grave it is that a line of a service comes to a form of node, and water goes on from there in another; as shipped. */
export const flowSeverity = (service: Service, form: NodeForm, below?: Service): Severity | undefined =>
  forbidden(serviceOf(service).carries, form, below && serviceOf(below).carries)?.severity;

/** Whether a form may be offered as the end of lines of these services: nothing but a second look stands against it. */
export const mayEndIn = (services: readonly (Service | undefined)[], form: NodeForm): boolean =>
  services.every((service) => service === undefined || (flowSeverity(service, form) ?? 'watch') === 'watch');

type Wrong = Breach & Pick<FlowWrong, 'end' | 'into'>;

const WATER_WORDS: Readonly<Record<Water, string>> = {
  storm: 'storm water',
  roof: 'roof water',
  yard: 'yard water',
  ground: 'ground water',
  sewage: 'sewage',
  effluent: 'effluent',
};

/** What of what comes in is forbidden, and by which row. */
export function wrongFlows({
  node,
  arriving,
  leaving,
}: Pick<NodeFacts, 'node' | 'arriving' | 'leaving'>): readonly FlowWrong[] {
  let found: FlowWrong[] | undefined;
  for (const end of arriving) {
    const carries = end.service && serviceOf(end.service).carries;
    if (!carries) continue;
    if (leaving.length === 0) {
      const row = forbidden(carries, node.form, undefined);
      if (row) (found ??= []).push({ rule: row.name, end, into: undefined });
    }
    // The first way on that is forbidden.
    for (const { service, name } of leaving) {
      const row = service && forbidden(carries, node.form, serviceOf(service).carries);
      if (!row) continue;
      (found ??= []).push({ rule: row.name, end, into: name });
      break;
    }
  }
  return found ?? NOTHING;
}

const flowRule = <const Name extends string>({ name, title, severity, does, why, gives }: FlowRow & { name: Name }) =>
  rule<NodeFacts>()({
    name,
    title,
    stage: 'grade',
    severity,
    source: `${COMMON}; the local rule and a licensed designer decide`,
    local: true,
    judge: ({ flows }): readonly Wrong[] =>
      flows
        .filter(({ rule: forbids }) => forbids === name)
        .map(({ end, into }) => ({ cause: end.run, run: end.run, at: 0, end, into })),
    words: ({ end, into }, { node }) => ({
      what: [
        `At ${node.name} the ${end.service ? WATER_WORDS[serviceOf(end.service).carries] : 'water'} of ${end.name} ${does}${into === undefined ? '' : `, by ${into}`}.`,
      ],
      why: [why],
      gives,
    }),
  });

type FlowName = (typeof FLOWS)[number]['name'];

export const FLOW_RULES = FLOWS.map((row) => flowRule(row)) as readonly (AnyRule<NodeFacts> & {
  readonly name: FlowName;
})[];

/** What to do where water cannot leave, by what comes there. */
export const endGives = (arriving: readonly NodeEnd[], gives: readonly string[]): readonly string[] =>
  arriving.some(({ service }) => service && SEWAGE.includes(serviceOf(service).carries))
    ? ['Run it to a tank, a public sewer or a licensed field']
    : gives;
