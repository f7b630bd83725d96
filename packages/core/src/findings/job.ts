import type { ItemOf, Plan } from '@alveus/plan';
import { measured } from '../phrase';
import type { Book, GroundShots } from '../survey';
import { NEAR } from '../tolerance';
import type { Finding } from './finding';
import { finding } from './finding';

/** What concerns the level book, and so every line that hangs on it. */
export function judgeBook(plan: Pick<Plan, 'benchmark' | 'setup'>, book: Book, shots: GroundShots): Finding[] {
  const found: Finding[] = [];
  for (const circuit of book.circuits) {
    const { misclosure, allowed } = circuit;
    if (allowed === undefined || Math.abs(misclosure) <= allowed + NEAR) continue;
    const by = measured(Math.abs(misclosure) - allowed, 'distance');
    found.push(
      finding(
        undefined,
        undefined,
        {
          severity: 'fix',
          rule: 'misclosure',
          by,
          what: [
            `The loop to ${plan.benchmark[circuit.to]?.name ?? 'its benchmark'} misses by `,
            measured(Math.abs(misclosure), 'distance'),
            '; ',
            measured(allowed, 'distance'),
            ' is allowed. It is not spread over the setups.',
          ],
          why: ['So large a miss is a wrong reading, not wear and tear: spreading it would hide it.'],
          source: 'differential levelling, 12 mm × √km unless changed (from memory)',
          gives: [
            'Look for a reading off by a whole foot or metre',
            'Shoot the loop again',
            'Allow more, if the work does',
          ],
        },
        circuit.to + circuit.setups.length,
      ),
    );
  }
  for (const { setup, height, shots: own } of book.setups) {
    if (height !== undefined || own.length === 0 || own.every(({ reading }) => reading.by === 'direct')) continue;
    found.push(
      finding(
        undefined,
        undefined,
        {
          severity: 'fix',
          rule: 'setup-open',
          what: [`${setup.name} has no backsight on a point that is known, so nothing shot from it has an elevation.`],
          why: ['The height of instrument comes from a benchmark or a turning point.'],
          source: 'differential levelling',
          gives: ['Add its backsight', 'Correct the name of the turning point'],
        },
        setup.id,
      ),
    );
  }
  for (const { used, other, by } of shots.disagreeing) {
    const off = measured(by, 'distance');
    found.push(
      finding(
        undefined,
        undefined,
        {
          severity: 'watch',
          rule: 'shots-disagree',
          by: off,
          what: ['Two shots of one place differ by ', off, '; the later one is used.'],
          why: ['Neither supersedes the other, so one of them may be wrong.'],
          source: 'common practice: about 1/4 in',
          gives: ['Correct the wrong one', 'Shoot it again'],
        },
        `${used.id}${other.id}`,
      ),
    );
  }
  return found;
}

/** Ground at a node that is both typed and shot. */
export function judgeNodeGround(node: ItemOf<'node'>, typed: number, shot: number): Finding | undefined {
  if (Math.abs(typed - shot) <= NEAR) return undefined;
  const by = measured(Math.abs(typed - shot), 'distance');
  return finding(
    undefined,
    undefined,
    {
      severity: 'watch',
      rule: 'ground-twice',
      by,
      what: [
        `The ground at ${node.name} is typed as `,
        measured(typed, 'elevation'),
        ' and shot as ',
        measured(shot, 'elevation'),
        '; the shot is used.',
      ],
      why: [
        'Both stay as they are. What was measured goes before what was typed, unless you say that the typed one holds.',
      ],
      source: 'common practice',
      gives: ['Say that the typed one holds', 'Remove the typed one', 'Shoot it again'],
    },
    node.id,
  );
}
