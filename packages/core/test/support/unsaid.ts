/** How the app does not speak: words nobody on a job says, and figures finer than anybody sets. */

/** Words and phrases, those of riddles, of clerks, and of another country. */
export const UNSAID: readonly RegExp[] = [
  /look twice/i,
  /in (work|trouble)\b/i,
  /\bsettled\b(?! (soil|ground))/i,
  /heights drawn/i,
  /\bdigs? least\b/i,
  /room to be wrong/i,
  /stands against/i,
  /\bof findings\b/i,
  /would (go|come) (and|out)/i,
  /lay the line out/i,
  /turn it round/i,
  /is parted\b/i,
  /pipe out, long/i,
  /\bits slope\b/i,
  /a schematic\b/i,
  /off the sketch/i,
  /go on shooting/i,
  /\b(behind|ahead) \d/,
  /sights back and fore/i,
  /needs leave/i,
  /\btold\b/i,
  /would come out/i,
  /closed round/i,
  /nobody has/i,
  /firmness/i,
  /\barticles?\b/i,
  /written down as/i,
  /that are wanting/i,
  /off the top\b/i,
  /\bsay it\b/i,
  /\bi am at\b/i,
  /fixed twice/i,
  /is known of\b/i,
  /next is typed/i,
  /out of force/i,
  /found then|no longer found/i,
  /it is no digging/i,
  /\bleave them\b/i,
  /stand-in/i,
  /\banew\b/i,
  /chainage/i,
  /\bwhat stands\b/i,
  /\b(metre|centre|colour|neighbour|grey|travell|levell|stabilis)/i,
  /\bround (it|the|its|which)\b/i,
];

/** Lengths finer than crews set: thousandths of a foot, decimals of an inch, 32nds, tenths of a millimeter; amounts finer than are ordered. */
export const TOO_FINE: readonly RegExp[] = [
  /\d\.\d{3,} ?(ft|')/,
  /\d\.\d+ (in|mm)\b/,
  /\d\/(32|64|128)\b/,
  /≈ ?0 in/,
  /\d{3,}\.\d+ (cu yd|ton|sq ft|t|m³|m²)(?!\w)/,
  /\d\.\d\d+ (cu yd|ton|sq ft|gal|t|m³|m²)(?![\w/])/,
  // No depth is negative; a height above the datum may be.
  /−\d[\d.]* (ft|m|mm) deep/,
];

const METRIC = /\d ?(mm|cm|m|km|kg|m³|m²|L|t)\b/;
const FEET = /\d ?(ft|in|cu yd|sq ft|lb|gal|ton)\b|\d["']/;
/** Names with a size in them, as things are sold, and laws that state one. */
const NAMES = /\b\d[\d /]* in\b|\([^)]*mm[^)]*\)/g;

/** What is wrong with a line that is read or heard; undefined where nothing is. */
export function faultOf(line: string, system: 'feet' | 'metric'): string | undefined {
  const bad = [...UNSAID, ...TOO_FINE].find((pattern) => pattern.test(line));
  if (bad) return `“${line}”: ${String(bad)}`;
  // A source is quoted in the units it is published in.
  if (/^(Rule|Source): /.test(line)) return undefined;
  const unit = system === 'metric' ? FEET.test(line.replace(NAMES, '')) : METRIC.test(line.replace(NAMES, ''));
  return unit ? `“${line}”: units of another system` : undefined;
}
