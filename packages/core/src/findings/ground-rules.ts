import type { UpRun } from '@alveus/plan';
import type { GroundProfile } from '../ground';
import type { Phrase } from '../phrase';
import { measured } from '../phrase';
import { NEAR } from '../tolerance';
import type { FindingParts } from './finding';
import type { Rule } from './rule';
import { COMMON, NOTHING } from './rule';

/** Whether the ground along a run is known, and fits it. */

export const groundKnown: Rule = ({ length, run, ground }) => {
  const found: FindingParts[] = [];
  const first = ground.points[0];
  if (ground.missing > 0) {
    const by = measured(ground.missing, 'distance');
    const fromEnd = !first || first.at > NEAR;
    const what: Phrase =
      ground.points.length === 0
        ? [`No ground is known along ${run.name}.`]
        : [`The ground is not known over `, by, ` of ${run.name}.`];
    found.push({
      severity: 'fix',
      rule: 'ground-missing',
      at: fromEnd ? 0 : length,
      by,
      what,
      why: ['Without it there is no trench depth, and the amounts stay incomplete.'],
      source: 'geometry',
      gives: ['Shoot or type the ground at both ends of the run'],
    });
  }
  const far = farthest(ground);
  if (far) {
    const by = measured(far.by, 'distance');
    found.push({
      severity: 'fix',
      rule: 'break-beyond-run',
      at: far.at,
      by,
      what: [
        `A ground point of ${run.name} lies `,
        by,
        ` beyond its ${far.at > 0 ? 'upper' : 'lower'} end; it is left out.`,
      ],
      why: ['The profile no longer fits the run: ground points are kept at their distance when a length changes.'],
      source: 'geometry',
      gives: ['Correct the ground point', 'Correct the length'],
    });
  }
  return found;
};

/** The ground point that lies furthest beyond an end of the run. */
function farthest({ beyond, length }: GroundProfile): { readonly at: UpRun; readonly by: number } | undefined {
  let found: { at: UpRun; by: number } | undefined;
  for (const { at } of beyond) {
    const by = at < 0 ? 0 - at : at - length;
    if (!found || by > found.by) found = { at: at < 0 ? 0 : length, by };
  }
  return found;
}

export const drawnLengths: Rule = ({ run, length, drawn, over }) => {
  const found: FindingParts[] = [];
  if (run.length.from === 'typed' && drawn !== undefined && Math.abs(drawn - length) > DRAWN) {
    const by = measured(Math.abs(drawn - length), 'distance');
    found.push({
      severity: 'watch',
      rule: 'length-differs',
      at: 0,
      by,
      what: [
        `${run.name} is typed as `,
        measured(length, 'distance'),
        ' long and drawn as ',
        measured(drawn, 'distance'),
        '.',
      ],
      why: ['The typed length is the one that counts; the sketch does not show it true.'],
      source: 'geometry',
      gives: ['Take its length from the sketch', 'Move a node', 'Leave the sketch as a picture only'],
    });
  }
  if (over !== undefined && Math.abs(over - length) > DRAWN) {
    const by = measured(Math.abs(over - length), 'distance');
    found.push({
      severity: 'watch',
      rule: 'profile-no-fit',
      at: 0,
      by,
      what: [
        `The ground along ${run.name} was typed when the run was `,
        measured(over, 'distance'),
        ' long; it is ',
        measured(length, 'distance'),
        ' now.',
      ],
      why: ['Typed ground stays at its distance from the end it was told from: it is not stretched with the run.'],
      source: 'geometry',
      gives: ['Look the ground points over, and save them again'],
    });
  }
  return found;
};

/** Lengths that differ by less are one: a tape is not read more finely over a run. */
const DRAWN = 0.02;

export const groundTwice: Rule = ({ run, twice }) =>
  twice.length === 0
    ? NOTHING
    : twice.map(({ at, typed, shot }): FindingParts => {
        const by = measured(Math.abs(typed - shot), 'distance');
        return {
          severity: 'watch',
          rule: 'ground-twice',
          at,
          by,
          what: [
            `The ground of ${run.name} at `,
            measured(at, 'distance'),
            ' is typed as ',
            measured(typed, 'elevation'),
            ' and shot as ',
            measured(shot, 'elevation'),
            '; the shot is used.',
          ],
          why: [
            'Both stay as they are. What was measured goes before what was typed, unless you say that the typed one holds.',
          ],
          source: COMMON,
          gives: ['Remove the typed one', 'Shoot it again'],
        };
      });
