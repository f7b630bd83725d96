import type { LineResult, RunResult } from '../results';
import { isWhole } from '../results';
import type { FigureRef, Rest } from './working';

/** What figures depend on, each with the place where it is seen or changed. */

export const onFigure = (words: string, figure: FigureRef): Rest => ({ words, at: { see: 'figure', figure } });
export const onRun = (words: string, { id }: Pick<RunResult, 'id'>): Rest => ({ words, at: { see: 'run', id } });

/** Each run of some, by a phrase in front of its name. */
export const onRuns = (words: string, runs: readonly RunResult[]): readonly Rest[] =>
  runs.map((run) => onRun(`${words} ${run.run.name}`, run));

export const onSection = (words: string, { section }: Pick<RunResult, 'section'>): readonly Rest[] =>
  section ? [{ words: `${words} ${section.name}`, at: { see: 'section', id: section.id } }] : [];

/** The trench sections of some runs, each once. */
export const onSections = (runs: readonly RunResult[]): readonly Rest[] =>
  [...new Map(runs.flatMap((run) => (run.section ? [[run.section.id, run] as const] : []))).values()].flatMap((run) =>
    onSection('width and layers of', run),
  );

/** Said first wherever something is left out. */
export const onGaps = ({ gaps }: LineResult): readonly Rest[] =>
  isWhole(gaps) ? [] : [{ words: 'incomplete: part of the line has no ground or grade yet', at: { see: 'depths' } }];
