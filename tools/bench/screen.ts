import type { Row } from './measure';
import { benchDig } from './dig';
import { benchDrag } from './drag';
import { benchFirst } from './first';
import { openBench } from './page';
import { benchSketch } from './sketch';
import { benchStages } from './stages';

/** What a person waits for, in the built app in a browser on a processor made four times slower. */
export async function benchScreen(cleanup: (work: () => Promise<void> | void) => void): Promise<Row[]> {
  const bench = await openBench(cleanup);
  return [
    ...(await benchFirst(bench)),
    ...(await benchStages(bench)),
    ...(await benchDig(bench)),
    ...(await benchDrag(bench)),
    ...(await benchSketch(bench)),
  ];
}
