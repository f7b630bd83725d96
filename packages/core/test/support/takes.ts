import type { Uuid } from '@alveus/plan';
import type { Evaluation } from '../../src';
import type { Sum } from '../../src/takeoff';
import { keyOf, lineSums, takeoff } from '../../src/takeoff';

/** What of the take-off is a line's. */
export const takes = (evaluation: Evaluation, line: Uuid): readonly Sum[] => lineSums(takeoff(evaluation), line);

/** What of a material goes into a line, of the material that comes by volume. */
export const materialIn = (evaluation: Evaluation, line: Uuid, material: Uuid): Sum | undefined =>
  takes(evaluation, line).find(({ key }) => key === keyOf({ of: 'material', material }));
