import { FOOT, INCH } from '../units';
import type { MaterialModel, SectionStarter } from '../starter';
import { SECTIONS } from '../starter';

/** The library of trench sections: those that services start with, and all others that the trade uses. Common practice throughout; a section that is taken is copied into the job and edited there. */

const inches = (value: number): number => value * INCH;

/** What comes in pieces and fills a part of the trench: its volume is that of the pieces, by which they are counted. */
const BUNDLE: MaterialModel = {
  name: 'Bundled light aggregate',
  class: 'bundle',
  density: 25,
  waste: 0,
  loose: 1,
  piece: { long: 10 * FOOT, coupled: true },
};
const CHAMBER: MaterialModel = {
  name: 'Chambers, 12 in tall',
  class: 'chamber',
  density: 40,
  waste: 0,
  loose: 1,
  piece: { long: 4 * FOOT, coupled: false },
};
const MODULE: MaterialModel = {
  name: 'Treatment modules',
  class: 'module',
  density: 35,
  waste: 0,
  loose: 1,
  piece: { long: 1.2, coupled: false },
};

const MORE = {
  stormSand: {
    name: 'Stabilized sand to the springline',
    width: { rule: 'd2321' },
    below: [{ material: 'stabilised', thickness: inches(6) }],
    above: [
      { material: 'stabilised', upTo: { mark: 'springline', offset: 0 } },
      { material: 'native', upTo: { mark: 'crown', offset: inches(12) } },
    ],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  stormConcrete: {
    name: 'Concrete pipe in crushed stone',
    width: { rule: 'room', each: inches(10), beside: 'outside' },
    below: [{ material: 'stone', thickness: inches(6) }],
    above: [{ material: 'stone', upTo: { mark: 'crown', offset: inches(6) } }],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  twinWall: {
    name: 'Twin-wall pipe: bed, side support, overlay',
    width: { rule: 'room', each: FOOT, beside: 'outside' },
    below: [{ material: 'sand', thickness: 0.275 }],
    above: [
      { material: 'sand', upTo: { mark: 'crown', offset: 0 } },
      { material: 'fill', upTo: { mark: 'crown', offset: 0.15 } },
    ],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  curtainPea: {
    name: 'Curtain drain, pea gravel under straw and soil',
    width: { rule: 'fixed', width: inches(12) },
    below: [],
    above: [
      { material: 'pea', upTo: { mark: 'ground', offset: inches(-6) } },
      { material: 'straw', upTo: { mark: 'ground', offset: inches(-4) } },
    ],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  road: {
    name: 'Road crossing: stone, base and asphalt patch',
    width: { rule: 'd2321' },
    below: [{ material: 'stone', thickness: inches(6) }],
    above: [
      { material: 'stone', upTo: { mark: 'crown', offset: inches(12) } },
      { material: 'fill', upTo: { mark: 'ground', offset: inches(-12) } },
    ],
    surface: [
      { material: 'asphalt', thickness: inches(4) },
      { material: 'base', thickness: inches(8) },
    ],
  },
  slab: {
    name: 'Under a slab or walk: 4 in concrete patch',
    width: { rule: 'fixed', width: inches(18) },
    below: [{ material: 'sand', thickness: inches(4) }],
    above: [
      { material: 'sand', upTo: { mark: 'crown', offset: inches(6) } },
      { material: 'fill', upTo: { mark: 'ground', offset: inches(-8) } },
    ],
    surface: [
      { material: 'concrete', thickness: inches(4) },
      { material: 'base', thickness: inches(4) },
    ],
  },
  service: {
    name: 'Utility trench: sand around the pipe, tape over it',
    width: { rule: 'fixed', width: inches(18) },
    below: [{ material: 'sand', thickness: inches(4) }],
    above: [{ material: 'sand', upTo: { mark: 'crown', offset: inches(12) } }],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
    tape: true,
    wire: true,
  },
  frenchOpen: {
    name: 'French drain, stone to the surface',
    width: { rule: 'fixed', width: inches(12) },
    below: [],
    above: [{ material: 'stone', upTo: { mark: 'ground', offset: 0 } }],
    surface: [],
    fabric: { laid: 'sock' },
  },
  frenchClosed: {
    name: 'French drain, stone wrapped in fabric and stitched, soil over',
    width: { rule: 'fixed', width: inches(12) },
    below: [{ material: 'stone', thickness: inches(2) }],
    above: [{ material: 'stone', upTo: { mark: 'ground', offset: inches(-4) } }],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
    fabric: { laid: 'round', lap: inches(12) },
  },
  frenchSwale: {
    name: 'French drain under a swale',
    width: { rule: 'fixed', width: inches(12) },
    below: [{ material: 'stone', thickness: inches(2) }],
    above: [{ material: 'stone', upTo: { mark: 'ground', offset: inches(-3) } }],
    surface: [{ material: 'sod', thickness: inches(3) }],
    fabric: { laid: 'round', lap: inches(12) },
  },
  effluent: {
    name: 'Effluent pipe on sand, native over',
    width: { rule: 'fixed', width: inches(18) },
    below: [{ material: 'sand', thickness: inches(3) }],
    above: [
      { material: 'sand', upTo: { mark: 'springline', offset: 0 } },
      { material: 'native', upTo: { mark: 'crown', offset: inches(6) } },
    ],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  gravelBed: {
    name: 'Gravel bed, 3 ft past its pipes and their ends',
    width: { rule: 'room', each: inches(36), beside: 'outside' },
    beyond: inches(36),
    below: [{ material: 'stone', thickness: inches(6) }],
    above: [
      { material: 'stone', upTo: { mark: 'crown', offset: inches(2) } },
      { material: 'straw', upTo: { mark: 'crown', offset: inches(4) } },
    ],
    surface: [],
  },
  bundles: {
    name: 'Bundled aggregate, a 10 in tube in 11 in by 16 in',
    width: { rule: 'fixed', width: inches(11) },
    below: [{ material: BUNDLE, thickness: inches(3) }],
    above: [{ material: BUNDLE, upTo: { mark: 'crown', offset: inches(2.785) } }],
    surface: [{ material: 'sod', thickness: inches(2) }],
  },
  chambers: {
    name: 'Chamber row, native or pea gravel at the sides',
    width: { rule: 'fixed', width: inches(36) },
    below: [],
    above: [
      { material: CHAMBER, upTo: { mark: 'invert', offset: inches(12) } },
      { material: 'native', upTo: { mark: 'ground', offset: inches(-4) } },
    ],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  modules: {
    name: 'Shallow module bed under fabric',
    width: { rule: 'fixed', width: 1.3 },
    below: [{ material: MODULE, thickness: 0.2 }],
    above: [{ material: 'sand', upTo: { mark: 'crown', offset: 0.05 } }],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
    fabric: { laid: 'over', lap: inches(12) },
  },
} as const satisfies Record<string, SectionStarter>;

export type LibraryKey = keyof typeof SECTIONS | keyof typeof MORE;
export const LIBRARY: Readonly<Record<LibraryKey, SectionStarter>> = { ...SECTIONS, ...MORE };
