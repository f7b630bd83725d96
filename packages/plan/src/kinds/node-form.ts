/** What a node can be. */
export const NODE_FORMS = [
  'daylight',
  'pond',
  'curb',
  'structure',
  'bubble-up',
  'pop-up',
  'stand-pipe',
  'sump',
  'soak-away',
  'inlet',
  'catch-basin',
  'manhole',
  'cleanout',
  'bend',
  'fitting',
  'downspout',
  'channel-drain',
  'stub-out',
  'tank',
  'd-box',
  'lateral-end',
  'vent',
] as const;
export type NodeForm = (typeof NODE_FORMS)[number];

/** Boxes that people build with a sump, which holds what settles. */
export const SUMP_FORMS: ReadonlySet<NodeForm> = new Set([
  'inlet',
  'catch-basin',
  'manhole',
  'structure',
  'channel-drain',
  'sump',
]);
