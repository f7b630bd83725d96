import { partFull } from './circle';

/**
 * Manning's equation in SI: V = R^(2/3) S^(1/2) / n. Source: V.T. Chow, Open-Channel Hydraulics (1959); from memory.
 * @param diameter inside, m
 * @param slope ratio; nothing flows where it is not positive
 * @param depth of water, m; the full pipe if left out
 * @returns speed in m/s and flow in m³/s
 */
export function manning(diameter: number, slope: number, n: number, depth = diameter): { speed: number; flow: number } {
  if (slope <= 0) return { speed: 0, flow: 0 };
  const { area, radius } = partFull(depth, diameter);
  const speed = (radius ** (2 / 3) * Math.sqrt(slope)) / n;
  return { speed, flow: speed * area };
}
