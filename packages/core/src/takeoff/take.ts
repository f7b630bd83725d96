import type { Evaluation } from '../evaluate';
import { pulled, wasPulled } from '../evaluate';
import type { Takeoff } from './ledger';
import { TAKEOFF } from './passes';

/** The take-off of a whole job, worked out when it is first asked for, and after an edit only as far as that reaches. */
export const takeoff = (evaluation: Evaluation): Takeoff => pulled(evaluation, TAKEOFF, 'takeoff').takeoff;

/** Whether it is there already, so that nobody has to wait for it. */
export const isTaken = (evaluation: Evaluation): boolean => wasPulled(evaluation, 'takeoff');
