import type { NodeForm, Service } from '@alveus/plan';
import { INCH } from '../units';

/** What usually leads on from a node, the way the water goes. */

const SERVICES: { readonly [form in NodeForm]?: Service } = {
  'stub-out': 'building-sewer',
  tank: 'effluent',
  'd-box': 'lateral',
};

/** @param form of the node; undefined: a house that is not in the plan yet */
export const serviceOnFrom = (form: NodeForm | undefined): Service => SERVICES[form ?? 'stub-out'] ?? 'storm';

const FALLS: { readonly [form in NodeForm]?: number } = { tank: 3 * INCH, 'd-box': INCH };

/** How far pipe falls through a node, m: inverts of a tank lie about 3 in apart, of a box about 1 in; common practice. */
export const usualFall = (form: NodeForm | undefined): number => (form && FALLS[form]) ?? 0;
