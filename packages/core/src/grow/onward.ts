import type { NodeForm, Service } from '@alveus/plan';
import { formOf, serviceOf, SERVICES } from '@alveus/plan';

/** What usually leads on from a node, the way the water goes. @param form undefined: a house that is not in the plan yet */
export const serviceOnFrom = (form: NodeForm = 'stub-out'): Service =>
  SERVICES.find((service) => serviceOf(service).leadsFrom === form) ?? 'storm';

/** How far pipe falls through a node, m. */
export const usualFall = (form: NodeForm | undefined): number => (form && formOf(form).fall?.usual) ?? 0;
