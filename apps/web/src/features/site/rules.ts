/** The rules whose findings belong to Site. */
export const SITE_FINDINGS: ReadonlySet<string> = new Set([
  'clearance',
  'clash',
  'crossing-level',
  'hand-dig',
  'meets-layer',
  'frost',
  'length-open',
  'length-differs',
  'ring',
]);
