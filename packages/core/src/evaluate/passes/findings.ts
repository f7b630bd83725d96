import type { Profile } from '@alveus/plan';
import { ONLY, same } from '@alveus/plan';
import { SUBJECTS } from '../../rules';
import { DEFAULT_PROFILE } from '../../rules/limits';
import type { FindingsOf, Reader } from '../../results';
import { eachPass } from '../pass';

const rules = (read: Reader): Profile => read.item('profile', ONLY) ?? DEFAULT_PROFILE;

/** The rules put to everything there is. */
export const findings = SUBJECTS.map(({ name, kind, judge }) =>
  eachPass<FindingsOf>({
    name: `${name}Findings`,
    kind,
    work: (id, read) => judge(id, read, rules(read)),
    same,
  }),
);
