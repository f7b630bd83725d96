import type { Evaluation } from '../evaluate';
import type { RunResult } from '../results';
import { explainMaterial, explainPipe } from './bought';
import { explainGrade } from './grade';
import { explainLevel } from './levels';
import { explainSoil } from './soil';
import type { FigureRef, Working } from './working';

/** The working of any figure on show, or undefined where the figure's place is gone. */
export function explain(evaluation: Evaluation, ref: FigureRef): Working | undefined {
  if ('line' in ref) {
    const line = evaluation.lines.get(ref.line);
    if (!line) return undefined;
    if ('material' in ref) return explainMaterial(evaluation, line, ref);
    return 'pipe' in ref ? explainPipe(evaluation, line, ref) : explainSoil(evaluation, line, ref);
  }
  const run: RunResult | undefined = evaluation.runs.get(ref.run);
  if (!run) return undefined;
  return 'at' in ref ? explainLevel(run, ref) : explainGrade(evaluation, run, ref.figure);
}
