import type { Profile } from '@alveus/plan';
import type { Finding, Reader, RunResult } from '../../results';
import { judge } from '../rule';
import { frost, leastCoverOver, outOfGround, soilOverStone } from './cover';
import type { BareFacts, RunFacts } from './facts';
import { factsOfRun } from './facts';
import { againstGrade, deadLevel, gradeContradicts, gradeSurplus, leastSlope, steep } from './grade';
import { keptByRun } from './keeping';
import { byNominal } from './nominal';
import { breakAtEnd, breakBeyond, groundMissing, groundTwice, lengthDiffers, profileNoFit } from './ground';
import {
  deepTrench,
  haunchRoom,
  layerOut,
  layersOverlap,
  leaderStone,
  protection,
  surfaceCuts,
  trenchNarrow,
} from './trench';
import { sharedAstray, sharedClose, sharedLow } from './shared';
import { benchLoose, shieldSmall, sidesSteep, uphillDeep } from './sides';
import { swaleDeep, swaleGround, swaleNothing, swaleStands, swaleSteep } from './swale';
import { lengthOpen, ring, somethingLost } from './whole';

/** Rules about any run, and about one that has all it is made of, in the order in which they are told. */
export const BARE_RULES = [somethingLost, lengthOpen] as const;
export const RUN_RULES = [
  ring,
  trenchNarrow,
  againstGrade,
  protection,
  deepTrench,
  gradeContradicts,
  gradeSurplus,
  keptByRun,
  leastSlope,
  deadLevel,
  outOfGround,
  leastCoverOver,
  soilOverStone,
  groundMissing,
  breakBeyond,
  breakAtEnd,
  groundTwice,
  lengthDiffers,
  profileNoFit,
  frost,
  layersOverlap,
  layerOut,
  surfaceCuts,
  haunchRoom,
  byNominal,
  leaderStone,
  steep,
  swaleDeep,
  swaleStands,
  swaleSteep,
  swaleNothing,
  swaleGround,
] as const;

/** Rules about trenches that are cut otherwise than upright, or shared. */
export const FORM_RULES = [
  sidesSteep,
  benchLoose,
  shieldSmall,
  uphillDeep,
  sharedClose,
  sharedLow,
  sharedAstray,
] as const;

export function judgeRun(result: RunResult, profile: Profile, read: Reader): readonly Finding[] {
  const of = { id: result.id, line: result.run.line, run: result.id };
  const bare = judge<BareFacts>(BARE_RULES, { result, read }, profile, of);
  const facts = factsOfRun(result, profile, read);
  const usual = facts ? judge<RunFacts>(RUN_RULES, facts, profile, of) : [];
  // Most trenches are neither: they are not asked.
  const found = facts?.form ? [...usual, ...judge<RunFacts>(FORM_RULES, facts, profile, of)] : usual;
  return bare.length === 0 ? found : [...bare, ...found];
}
