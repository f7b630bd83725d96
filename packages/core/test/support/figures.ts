import type { Evaluation, FigureRef } from '../../src';
import { layersOf } from '../../src/takeoff';
import { takes } from './takes';

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
    for (const sum of takes(evaluation, line.id)) {
      const { what } = sum;
      if (what.of === 'material') {
        const about = { line: line.id, material: what.material };
        for (const figure of ['placed', 'ordered', 'loose', 'mass'] as const) refs.push({ figure, ...about });
        for (const [layer] of layersOf(sum)) refs.push({ figure: 'layerPlaced', layer, ...about });
      }
      if (what.of === 'sod' || what.of === 'bales')
        refs.push({ figure: 'area', line: line.id, material: what.material });
      if (what.of === 'pipe')
        for (const figure of ['sticks', 'pipeLength'] as const) refs.push({ figure, line: line.id, pipe: what.pipe });
    }
  }
  return refs;
}
