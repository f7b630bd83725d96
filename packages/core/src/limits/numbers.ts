import type { Profile } from '@alveus/plan';
import { FOOT, INCH } from '@alveus/plan';
import type { Quantity } from '../units';

/** Limits that are one number, by the rule that judges by them; a profile may say another. Solvers read the same ones. */
export interface LimitNumber {
  readonly value: number;
  readonly quantity: Quantity;
  /** What it is, as a field of the rule is labelled. */
  readonly words: string;
  readonly source: string;
}

const COMMON = 'common practice';

export const NUMBERS = {
  protection: {
    value: 5 * FOOT,
    quantity: 'depth',
    words: 'Depth from which it must be said',
    source: 'US 29 CFR 1926 Subpart P; check your edition',
  },
  'soft-ground': { value: 3 * FOOT, quantity: 'depth', words: 'Depth from which it must be said', source: COMMON },
  'deep-trench': {
    value: 20 * FOOT,
    quantity: 'depth',
    words: 'Deeper than',
    source: 'US 29 CFR 1926 Subpart P; check your edition',
  },
  'hand-dig': {
    value: 24 * INCH,
    quantity: 'thickness',
    words: 'Each side of it',
    source: 'common practice; the local rule decides',
  },
  'beside-trench': { value: 12 * INCH, quantity: 'thickness', words: 'Ground left standing', source: COMMON },
  'haunch-room': { value: 3 * INCH, quantity: 'thickness', words: 'Each side of the pipe', source: COMMON },
  'shield-small': { value: 6 * INCH, quantity: 'thickness', words: 'Each side of the pipe', source: COMMON },
  'shared-close': {
    value: 4 * INCH,
    quantity: 'thickness',
    words: 'From outside to outside, at least',
    source: 'common practice; pipe from 24 in on takes half its outside',
  },
  'hole-room': {
    value: 12 * INCH,
    quantity: 'thickness',
    words: 'Each side, at least',
    source: 'common practice: 6 in where the local rule allows; a foot for the straps',
  },
  'frame-bears': { value: 0.025, quantity: 'thickness', words: 'Clear of the shaft, at least', source: COMMON },
  'soil-over-stone': { value: 6 * INCH, quantity: 'thickness', words: 'At least', source: COMMON },
  'swale-steep': { value: 3, quantity: 'plain', words: 'Out for one up, at least', source: COMMON },
  'bend-drop': { value: 2 * INCH, quantity: 'thickness', words: 'More than', source: COMMON },
  'structure-drop': {
    value: 0,
    quantity: 'thickness',
    words: 'At least; none where it is nothing',
    source: 'common practice: none, or 0.1 ft, by the office',
  },
  'sizes-meet': {
    value: 0,
    quantity: 'share',
    words: 'Level at: 0 % inverts, 80 % of the depth, 100 % crowns',
    source: 'common practice: three schools; inverts level as shipped, which asks for nothing more',
  },
  'd-box-ports': { value: INCH / 8, quantity: 'fine', words: 'Differ by more than', source: COMMON },
  'out-of-ground': { value: 0.3, quantity: 'distance', words: 'Beyond the cut through the bank', source: COMMON },
  'end-buried': {
    value: 0.3,
    quantity: 'distance',
    words: 'Over the top of its pipe, more than',
    source: 'common practice: so far the ground is cut down to it',
  },
  'shots-disagree': {
    value: 0.006,
    quantity: 'fine',
    words: 'Differ by more than',
    source: 'common practice: about 1/4 in',
  },
  'backsights-disagree': {
    value: 0.006,
    quantity: 'fine',
    words: 'Differ by more than',
    source: 'common practice: about 1/4 in',
  },
  'rod-wrong': { value: 0.006, quantity: 'fine', words: 'Wrong by more than', source: 'common practice: about 1/4 in' },
} as const satisfies Readonly<Record<string, LimitNumber>>;

export type LimitName = keyof typeof NUMBERS;

/** The number in force. */
export function numberFor(
  profile: Pick<Profile, 'rules'>,
  name: LimitName,
): { readonly value: number; readonly source: string } {
  const { value, source } = NUMBERS[name];
  const own = profile.rules[name];
  return own?.limit === undefined ? { value, source } : { value: own.limit, source: own.source ?? TYPED };
}

/** Source of a limit that somebody typed and did not say where it is from. */
export const TYPED = 'typed in these rules';
