import type { Edit, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { CompanyItem } from '@alveus/plan/company';
import type { Evaluation } from '../evaluate';
import { deepestOf, evaluate, findingsOf } from '../evaluate';
import type { Finding, LineResult, LineSoil } from '../results';
import type { SectionStarter } from '../starter';
import { keptModel, sharedSection } from '../starter';
import { lineSums, takeoff } from '../takeoff';
import type { LibraryKey } from '../sections';
import { LIBRARY } from '../sections';
import type { School } from '../sections';
import { SCHOOLS } from '../sections';

/** A line dug by another section, everything else as it is: its inverts stay, and the trench goes round them. */
export interface SectionTried {
  /** What tells it from the others: more than one may have its name. */
  readonly id: string;
  readonly of: 'library' | 'company' | 'job';
  /** Of the library; undefined of all others. */
  readonly key: LibraryKey | undefined;
  readonly name: string;
  readonly school: School | undefined;
  /** Whether it is made for what runs in the line. */
  readonly usual: boolean;
  /** Why what runs in it refuses it. */
  readonly refused: string | undefined;
  readonly now: boolean;
  readonly edits: readonly Edit[];
  readonly soil: LineSoil;
  readonly bought: Bought;
  /** Length of the line, m, and the deepest of its trench; undefined while nothing of it is known. */
  readonly length: number;
  readonly deepest: number | undefined;
  /** What it brings to stop for or to fix. */
  readonly against: readonly Finding[];
}

/**
 * The sections that a line could be dug by: those of the library, those that the company keeps, and those of the plan
 * besides; the usual ones for its service first. Runs with a section of their own take the line's with it.
 */
export function sectionsFor(
  evaluation: Evaluation,
  line: Uuid,
  newId: () => Uuid,
  company: readonly CompanyItem<'section'>[] = [],
): readonly SectionTried[] {
  const { plan } = evaluation;
  const before = evaluation.lines.get(line);
  if (!before) return [];
  const { service } = before.line;
  const present = new Set(findingsOf(evaluation).map(({ id }) => id));
  const found = new Set<Uuid>();
  const tried = (
    what: Pick<SectionTried, 'id' | 'of' | 'key' | 'name'>,
    section: Uuid,
    made: readonly Edit[],
  ): SectionTried => {
    found.add(section);
    const edits = sectionEdits(before, section, made);
    const after = edits.length === 0 ? evaluation : evaluate(applyEdits(plan, edits), evaluation);
    const result = after.lines.get(line) ?? before;
    const school = what.key && SCHOOLS[what.key];
    return {
      ...what,
      school,
      usual: school?.for.includes(service) ?? false,
      refused: school?.refused?.services.includes(service) ? school.refused.why : undefined,
      now: edits.length === 0,
      edits,
      soil: result.soil,
      bought: boughtFor(after, line),
      length: result.order.length,
      deepest: deepestOf(after, result),
      against: findingsOf(after).filter(({ id: finding, severity }) => severity !== 'watch' && !present.has(finding)),
    };
  };
  const brought = (what: Omit<Parameters<typeof tried>[0], 'name'>, model: SectionStarter): SectionTried => {
    const { id, items } = sharedSection(plan, model, newId);
    return tried(
      { ...what, name: model.name },
      id,
      items.map((item): Edit => ({ op: 'put', item })),
    );
  };
  const all = [
    ...company.map((kept) => brought({ id: kept.id, of: 'company', key: undefined }, keptModel(kept))),
    ...keysOf().map((key) => brought({ id: key, of: 'library', key }, LIBRARY[key])),
  ];
  const own = Object.values(plan.section)
    .filter(({ id }) => !found.has(id))
    .map((section) => tried({ id: section.id, of: 'job', key: undefined, name: section.name }, section.id, []));
  const rank = ({ now, usual, refused }: SectionTried): number => (now ? 0 : usual ? 1 : refused ? 3 : 2);
  return [...all, ...own].sort((a, b) => rank(a) - rank(b));
}

const keysOf = (): readonly LibraryKey[] => Object.keys(LIBRARY) as LibraryKey[];

function sectionEdits({ line, order }: LineResult, id: Uuid, made: readonly Edit[]): readonly Edit[] {
  const others = order.runs.flatMap((item): Edit[] => {
    if (item.section === undefined) return [];
    const { section: _own, ...run } = item;
    return [{ op: 'put', item: run }];
  });
  return line.section === id ? others : [...made, { op: 'put', item: { ...line, section: id } }, ...others];
}

/** Volume by length of a line, m³/m; undefined of a line without length. */
export const perLength = (volume: number, { length }: Pick<SectionTried, 'length'>): number | undefined =>
  length > 0 ? volume / length : undefined;

/** What comes by the truck, as it is ordered, m³ and kg; and what is set by the piece. */
export interface Bought {
  readonly volume: number;
  readonly mass: number;
  readonly pieces: number;
}

function boughtFor(evaluation: Evaluation, line: Uuid): Bought {
  let [volume, mass, pieces] = [0, 0, 0];
  for (const sum of lineSums(takeoff(evaluation), line)) {
    if (sum.what.of === 'material') {
      volume += sum.ordered;
      mass += sum.mass;
    } else if (sum.what.of === 'pieces') pieces += sum.ordered;
  }
  return { volume, mass, pieces };
}
