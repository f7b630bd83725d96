import type { Row } from './measure';
import { benchDig } from './dig';
import { benchDrag } from './drag';
import { benchFirst } from './first';
import type { Bench } from './page';
import { openBench } from './page';
import { benchOpens } from './opens';
import { benchSketch } from './sketch';
import { benchStages } from './stages';

/** What a person waits for, in the built app in a browser on a processor made four times slower; each part by itself. */
type Cleanup = (work: () => Promise<void> | void) => void;

const onScreen =
  (bench: (of: Bench) => Promise<Row[]>) =>
  async (cleanup: Cleanup): Promise<Row[]> =>
    bench(await openBench(cleanup));

export const SCREEN = {
  'First screen': onScreen(benchFirst),
  'Job opens': onScreen(benchOpens),
  Stages: onScreen(benchStages),
  'Grade sheet': onScreen(benchDig),
  Drag: onScreen(benchDrag),
  Sketch: onScreen(benchSketch),
} as const;
