import type { Service } from '@alveus/plan';
import type { LibraryKey } from './library';

/** Why a section is laid so, what it is good for, and its drawbacks: common practice throughout. */
export interface School {
  readonly why: string;
  readonly good: string;
  readonly drawback: string;
  /** Services that it is made for. */
  readonly for: readonly Service[];
  /** Services that refuse it, and why. */
  readonly refused?: { readonly services: readonly Service[]; readonly why: string };
}

const NO_STONE: School['refused'] = {
  services: ['leader'],
  why: 'stone would carry a leak unseen to the lowest lateral; inspectors refuse it',
};
const SOLID: readonly Service[] = ['storm', 'roof-drain', 'yard-drain'];

export const SCHOOLS: Readonly<Record<LibraryKey, School>> = {
  storm: {
    why: 'Stone flows under the haunches by itself and carries the pipe all around.',
    good: 'flexible and large pipe, wet trenches, little tamping',
    drawback: 'the most stone; water runs along it unless clay plugs stop it',
    for: SOLID,
    refused: NO_STONE,
  },
  stormSand: {
    why: 'Sand with a little cement sets up under the pipe and keeps the bed from washing.',
    good: 'where stone is expensive; steep runs, fine soils that would wash into stone',
    drawback: 'must be worked under the haunches; native over it must be free of large stones',
    for: SOLID,
    refused: NO_STONE,
  },
  stormConcrete: {
    why: 'Heavy pipe rests on stone leveled once, with room to work on both sides.',
    good: 'large concrete pipe under roads',
    drawback: 'wide; stone is figured by the outside of the pipe, not its nominal size',
    for: ['storm'],
    refused: NO_STONE,
  },
  twinWall: {
    why: 'Ribbed pipe gets its strength from the fill beside it, tamped in layers.',
    good: 'twin-wall pipe in open ground',
    drawback: 'tamped at the edges and not over the pipe; bells need dips; no stone over 3 in in the fill',
    for: ['storm', 'yard-drain'],
    refused: NO_STONE,
  },
  yard: {
    why: 'One bucket wide, with a thin bed to take out the teeth marks.',
    good: 'small solid pipe with little over it',
    drawback: 'little room to work the haunches; not under vehicles',
    for: ['roof-drain', 'yard-drain', 'effluent'],
  },
  french: {
    why: 'The lowest water enters at once: nothing stands under the pipe.',
    good: 'drying a lawn, shallow outlets; the least depth',
    drawback: 'fines settle in the pipe, with no stone below to take them',
    for: ['french-drain', 'curtain-drain'],
    refused: NO_STONE,
  },
  frenchBedded: {
    why: 'Water rises through the stone and enters the pipe clean.',
    good: 'silty ground, and where water may soak away from the stone',
    drawback: 'a few inches deeper, and that much more stone; a little water always stands under it',
    for: ['french-drain', 'curtain-drain'],
    refused: NO_STONE,
  },
  curtain: {
    why: 'A wall of stone across the slope stops water before it gets farther.',
    good: 'cutting off water uphill of a house or a field',
    drawback: 'surface water gets in only through the soil on top',
    for: ['curtain-drain', 'french-drain'],
    refused: NO_STONE,
  },
  curtainPea: {
    why: 'Pea gravel needs no tamping, and straw keeps the soil out until it has settled.',
    good: 'narrow, deep curtain drains',
    drawback: 'straw rots, and the ground over it settles with it',
    for: ['curtain-drain'],
    refused: NO_STONE,
  },
  sewer: {
    why: 'Sand holds the pipe to grade and keeps stones off it.',
    good: 'building sewers of any depth',
    drawback: 'washes out where water runs in the trench',
    for: ['building-sewer', 'effluent'],
    refused: { services: ['leader'], why: 'a leader lies in native soil, so that a leak shows' },
  },
  native: {
    why: 'Tamped native soil lets no water run along the pipe.',
    good: 'leaders to the laterals, small pipe in good soil',
    drawback: 'carries little load; every stone must be kept off the pipe by hand',
    for: ['leader', 'effluent', 'roof-drain', 'yard-drain'],
  },
  lateral: {
    why: 'Stone spreads the effluent over the bottom; straw keeps the soil out.',
    good: 'gravel laterals',
    drawback: 'the local rule decides width, depth and length',
    for: ['lateral'],
    refused: NO_STONE,
  },
  road: {
    why: 'The patch settles less than the road, and its layers match the road.',
    good: 'crossing a road or a driven yard',
    drawback: 'the road’s owner decides layers, widths and who may lay them',
    for: ['storm', 'roof-drain', 'yard-drain', 'building-sewer'],
    refused: NO_STONE,
  },
  slab: {
    why: 'At least 4 in of concrete on a firm base bridges the cut.',
    good: 'under walks, floors and slabs',
    drawback: 'sawn and broken out; doweled where it carries vehicles',
    for: ['building-sewer', 'roof-drain', 'yard-drain'],
    refused: { services: ['leader'], why: 'a leader lies in native soil, so that a leak shows' },
  },
  service: {
    why: 'A foot of sand over the pipe, then tape and wire, so that the next crew finds it in time.',
    good: 'water and sewer side by side under the same rules',
    drawback: 'more sand; the local rule sets the distances between utilities',
    for: ['building-sewer'],
    refused: { services: ['leader'], why: 'a leader lies in native soil, so that a leak shows' },
  },
  metric: {
    why: 'Width and bed by the European standard for laying drains.',
    good: 'jobs that specify that standard',
    drawback: 'wider than a bucket trench for small pipe',
    for: ['storm', 'roof-drain', 'yard-drain', 'building-sewer'],
    refused: { services: ['leader'], why: 'a leader lies in native soil, so that a leak shows' },
  },
  frenchOpen: {
    why: 'Stone to the top takes surface water as well as ground water.',
    good: 'along drives and at the foot of a slope, where nobody mows',
    drawback: 'leaves and soil wash in from above; rake it and top it up',
    for: ['french-drain'],
    refused: NO_STONE,
  },
  frenchClosed: {
    why: 'Fabric closed over the stone and stitched keeps the soil out for good.',
    good: 'under lawn and beds; fine soils',
    drawback: 'surface water gets in only through the soil; the fabric costs its perimeter and the lap',
    for: ['french-drain', 'curtain-drain'],
    refused: NO_STONE,
  },
  frenchSwale: {
    why: 'The swale collects surface water, and the drain in its middle takes it below.',
    good: 'sheet flow across a lawn that must stay mowed',
    drawback: 'sod is cut as wide as the swale and laid back',
    for: ['french-drain'],
    refused: NO_STONE,
  },
  effluent: {
    why: 'A little sand levels the pipe; native soil over it lets no water run along.',
    good: 'from the tank to the box',
    drawback: 'the haunches are worked by hand',
    for: ['effluent', 'building-sewer'],
    refused: { services: ['leader'], why: 'a leader lies in native soil, so that a leak shows' },
  },
  gravelBed: {
    why: 'One wide bottom takes several pipes where there is no room for separate trenches.',
    good: 'short, level fields',
    drawback: 'less side wall for its bottom; the soil between is gone, and machines must stay off',
    for: ['lateral'],
    refused: NO_STONE,
  },
  bundles: {
    why: 'The aggregate comes as a tube around its pipe, light enough to carry.',
    good: 'hand work, and where no stone truck can reach',
    drawback: 'costs more per foot; keep soil off it until it is covered',
    for: ['french-drain', 'curtain-drain', 'lateral'],
    refused: NO_STONE,
  },
  chambers: {
    why: 'An open row over raked soil stores what comes in at once, without stone.',
    good: 'sites that no stone truck reaches; little depth over clay',
    drawback: 'dead level only; pack the sides by hand before anything is put on top',
    for: ['lateral'],
    refused: NO_STONE,
  },
  modules: {
    why: 'Modules treat on the way down, so the bed is smaller.',
    good: 'small plots, shallow soil',
    drawback: 'vents at both ends, fabric wider than the bed, and a toothed bucket so that nothing is smeared',
    for: ['lateral'],
    refused: NO_STONE,
  },
};
