import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';

/** The sketch and all that draws it come when a stage first shows one: most of what is asked of a job needs none. */

const sketch = () => import('./Sketch');

/** Fetched beside the stage that shows it at once; where that fails it is asked for again when it is shown. */
export const fetchSketch = (): void => void SketchView.load().catch(() => undefined);

export const SketchView = later(() => sketch().then((module) => module.SketchView), null, NotHere);
export const JudgedSketch = later(() => sketch().then((module) => module.JudgedSketch), null, NotHere);
/** As on paper. */
export const StillSketch = later(() => sketch().then((module) => module.StillSketch), null, NotHere);
