import type { Edit, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { deepestOf, evaluate, findingsOf } from '../evaluate';
import type { Finding, LineResult, Quantities } from '../results';
import { sharedSection } from '../starter';
import type { LibraryKey } from './library';
import { LIBRARY } from './library';
import type { School } from './schools';
import { SCHOOLS } from './schools';

/** A line dug by another section, everything else as it is: its inverts stay, and the trench goes round them. */
export interface SectionTried {
  /** Of the library; undefined of a section of the plan that is none of it. */
  readonly key: LibraryKey | undefined;
  readonly name: string;
  readonly school: School | undefined;
  /** Whether it is made for what runs in the line. */
  readonly usual: boolean;
  /** Why what runs in it refuses it. */
  readonly refused: string | undefined;
  readonly now: boolean;
  readonly edits: readonly Edit[];
  readonly quantities: Quantities;
  /** Length of the line, m, and the deepest of its trench; undefined while nothing of it is known. */
  readonly length: number;
  readonly deepest: number | undefined;
  /** What it brings to stop for or to fix. */
  readonly against: readonly Finding[];
}

/**
 * The sections that a line could be dug by: those of the library and of the plan, the usual ones for its service first.
 * Runs with a section of their own take the line's with it.
 */
export function sectionsFor(evaluation: Evaluation, line: Uuid, newId: () => Uuid): readonly SectionTried[] {
  const { plan } = evaluation;
  const before = evaluation.lines.get(line);
  if (!before) return [];
  const { service } = before.line;
  const known = new Set(findingsOf(evaluation).map(({ id }) => id));
  const tried = (key: LibraryKey | undefined, id: Uuid, made: readonly Edit[], name: string): SectionTried => {
    const edits = sectionEdits(before, id, made);
    const after = edits.length === 0 ? evaluation : evaluate(applyEdits(plan, edits), evaluation);
    const result = after.lines.get(line) ?? before;
    const school = key && SCHOOLS[key];
    return {
      key,
      name,
      school,
      usual: school?.for.includes(service) ?? false,
      refused: school?.refused?.services.includes(service) ? school.refused.why : undefined,
      now: edits.length === 0,
      edits,
      quantities: result.quantities,
      length: result.order.length,
      deepest: deepestOf(after, result),
      against: findingsOf(after).filter(({ id: finding, severity }) => severity !== 'watch' && !known.has(finding)),
    };
  };
  const library = keysOf().map((key) => {
    const { id, items } = sharedSection(plan, LIBRARY[key], newId);
    return {
      id,
      of: tried(
        key,
        id,
        items.map((item): Edit => ({ op: 'put', item })),
        LIBRARY[key].name,
      ),
    };
  });
  const own = Object.values(plan.section)
    .filter(({ id }) => !library.some((one) => one.id === id))
    .map((section) => tried(undefined, section.id, [], section.name));
  const rank = ({ now, usual, refused }: SectionTried): number => (now ? 0 : usual ? 1 : refused ? 3 : 2);
  return [...library.map(({ of }) => of), ...own].sort((one, other) => rank(one) - rank(other));
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

/** What is bought of it in all, as it is ordered, m³. */
export const boughtOf = ({ quantities }: Pick<SectionTried, 'quantities'>): number =>
  quantities.bought.reduce((sum, { ordered }) => sum + ordered, 0);
