import type { Evaluation, FigureRef } from '../../src';

/** Every figure that a screen can show of a plan. */
export function allFigures(evaluation: Evaluation): FigureRef[] {
  const refs: FigureRef[] = [];
  for (const run of evaluation.runs.values()) {
    for (const figure of ['low', 'high', 'slope', 'width'] as const) refs.push({ figure, run: run.id });
    for (const at of [0, run.length / 3, run.length]) {
      for (const figure of ['ground', 'invert', 'bottom', 'depth', 'cover'] as const)
        refs.push({ figure, run: run.id, at });
      run.envelope?.layers.forEach((_, layer) => refs.push({ figure: 'layerTop', run: run.id, at, layer }));
    }
  }
  for (const line of evaluation.lines.values()) {
    for (const figure of ['excavation', 'pipeDisplaced', 'nativeReturned', 'spoilBank', 'spoilLoose'] as const)
      refs.push({ figure, line: line.id });
    for (const { material: id, area } of line.quantities.bought) {
      for (const figure of ['placed', 'ordered', 'loose', 'mass'] as const)
        refs.push({ figure, line: line.id, material: id });
      if (area > 0) refs.push({ figure: 'area', line: line.id, material: id });
    }
    line.quantities.layers.forEach((_, layer) => refs.push({ figure: 'layerPlaced', line: line.id, layer }));
    for (const { pipe } of line.quantities.pipe)
      for (const figure of ['sticks', 'pipeLength'] as const) refs.push({ figure, line: line.id, pipe });
  }
  return refs;
}
