import type { ItemOf, Protection, Service } from '@alveus/plan';

/** Words of the trade for what the plan names by short codes. */

export const SERVICE_WORDS: Record<Service, string> = {
  storm: 'Storm',
  'roof-drain': 'Roof drain',
  'yard-drain': 'Yard drain',
  'french-drain': 'French drain',
  'curtain-drain': 'Curtain drain',
  'building-sewer': 'Building sewer',
  effluent: 'Effluent',
  leader: 'Leader',
  lateral: 'Lateral',
};

export const FORM_WORDS: Record<ItemOf<'node'>['form'], string> = {
  daylight: 'Daylight',
  pond: 'Pond',
  curb: 'Curb',
  structure: 'Existing box',
  'bubble-up': 'Bubble-up',
  'pop-up': 'Pop-up',
  sump: 'Sump',
  'soak-away': 'Soak-away',
  inlet: 'Inlet',
  'catch-basin': 'Catch basin',
  manhole: 'Manhole',
  cleanout: 'Cleanout',
  bend: 'Bend',
  fitting: 'Fitting',
  downspout: 'Downspout',
  'channel-drain': 'Channel drain',
  'stub-out': 'House stub-out',
  tank: 'Tank',
  'd-box': 'D-box',
  'lateral-end': 'Lateral end',
  vent: 'Summit vent',
};

export const OUTLETS = ['daylight', 'structure', 'pond', 'curb', 'bubble-up', 'pop-up', 'sump', 'soak-away'] as const;
export const UPPER_NODES = ['catch-basin', 'inlet', 'manhole', 'cleanout', 'bend', 'downspout', 'channel-drain', 'stub-out', 'tank', 'd-box', 'lateral-end', 'fitting'] as const;

export const PROTECTION_WORDS: Record<Protection, string> = {
  sloped: 'Sloped',
  benched: 'Benched',
  shielded: 'Shield',
  shored: 'Shored',
  'not-entered': 'Nobody enters',
};

/** Services that usually need a permit, a licensed designer or installer. */
export const SEPTIC: ReadonlySet<Service> = new Set(['building-sewer', 'effluent', 'leader', 'lateral']);
