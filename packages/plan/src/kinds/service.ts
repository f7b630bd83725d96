import { oneOf } from '../values';
import type { ServiceDeclaration } from './declare';
import type { ServiceRule } from './rules';
import { SERVICE_LIST } from './services';

/** Services by name, as they are declared. */

export type Service = (typeof SERVICE_LIST)[number]['service'];
export const SERVICES: readonly Service[] = SERVICE_LIST.map(({ service }) => service);
export const Service = oneOf(SERVICES, 'a service');

const BY_NAME = new Map<string, ServiceDeclaration<Service>>(
  SERVICE_LIST.map((declaration) => [declaration.service, declaration]),
);

export function serviceOf(name: Service): ServiceDeclaration<Service> {
  return BY_NAME.get(name) as ServiceDeclaration<Service>;
}

/** Whether it carries what comes out of a house, or out of a tank: it keeps away from drinking water, and needs a permit. */
export function carriesSewage(service: Service): boolean {
  const { carries } = serviceOf(service);
  return carries === 'sewage' || carries === 'effluent';
}

/** The rules in force for a service: the profile's, or as shipped where it does not name the service. */
export function rulesFor(
  profile: { readonly services: { readonly [S in Service]?: ServiceRule | undefined } },
  service: Service,
): ServiceRule {
  return profile.services[service] ?? serviceOf(service).rules;
}
