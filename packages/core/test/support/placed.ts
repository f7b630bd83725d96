import type { Uuid } from '@alveus/plan';
import type { Evaluation } from '../../src';

/** What of a material lies in the trenches and holes of a line, m³: by their layers, not by the take-off. */
export function placedIn({ runs, nodes, holes }: Evaluation, line: Uuid, material: Uuid): number {
  let sum = 0;
  for (const { run, envelope, trench } of runs.values())
    if (run.line === line)
      envelope?.layers.forEach((layer, index) => {
        if (layer.material === material) sum += trench?.amounts?.layers[index] ?? 0;
      });
  for (const { id, amounts } of holes.values()) {
    const node = nodes.get(id);
    if ((node?.leaving[0] ?? node?.arriving[0])?.line !== line) continue;
    for (const layer of amounts?.layers ?? []) if (layer.material === material) sum += layer.volume;
  }
  return sum;
}
