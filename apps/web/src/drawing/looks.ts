import type { LayerMaterial, Look as OfClass, Plan } from '@alveus/plan';
import { classOf } from '@alveus/plan';

/** How materials are drawn: a colour and a mark each, so that they can be told apart without colour. */

export type Look = OfClass | 'native';

export const COLOURS: Record<Exclude<Look, 'native'>, { fill: string; mark: string }> = {
  stone: { fill: '#B4BCC0', mark: '#5F6B71' },
  sand: { fill: '#EBD08B', mark: '#9A7A26' },
  soil: { fill: '#C39B6C', mark: '#7A5833' },
  topsoil: { fill: '#7B5A3B', mark: '#4B3420' },
  sod: { fill: '#7E9E58', mark: '#46622A' },
  pavement: { fill: '#55585A', mark: '#2C2E2F' },
  concrete: { fill: '#CFCFC8', mark: '#83837B' },
  straw: { fill: '#E5C765', mark: '#9C7C17' },
  fabric: { fill: '#E9E7DF', mark: '#6E6C63' },
};

/** All of them, from the one that is drawn first. */
export const LOOKS: readonly Look[] = ['native', ...(Object.keys(COLOURS) as Exclude<Look, 'native'>[])];

export function lookFill(prefix: string, look: Look): string {
  return `url(#${prefix}-${look})`;
}

/** How a layer is drawn, by the class of its material; one whose material is gone as soil. */
export function lookOf(material: LayerMaterial, { material: materials }: Pick<Plan, 'material'>): Look {
  const item = materials[material];
  return material === 'native' ? 'native' : item ? classOf(item.class).look : 'soil';
}
