import { applyEdits } from '@alveus/plan';
import { editsOf, evaluate, findingsOf, RULES } from '../src';
import { newId } from './builders';
import { job } from './support/jobs';
import { situations } from './support/situations';

test.each(situations.map((situation) => [situation.told, situation] as const))(
  '%s',
  (_told, { job: spec, must = [], not = [] }) => {
    const found = findingsOf(evaluate(job(spec).plan));
    const names = new Set<string>(found.flatMap(({ rule, severity }) => [rule, `${severity} ${rule}`]));
    for (const name of must) expect([...names]).toContain(name);
    for (const name of not) expect([...names]).not.toContain(name);
    // What nobody said must be there is no more than worth a second look.
    const ruleNames = new Set(must.map((name) => name.split(' ').at(-1)));
    expect(
      found.filter(({ rule, severity }) => severity !== 'watch' && !ruleNames.has(rule)).map(({ rule }) => rule),
    ).toEqual([]);
  },
);

test('there are enough of them, and every rule that a plan can break is among them', () => {
  expect(situations.length).toBeGreaterThanOrEqual(120);
  const tried = new Set(situations.flatMap(({ must = [] }) => must.map((name) => name.split(' ').at(-1))));
  const elsewhere = [
    'something-lost',
    'length-open',
    'ground-twice',
    'profile-no-fit',
    'setup-open',
    'shots-disagree',
    'shot-contradicts',
    'native-short',
  ];
  expect(RULES.map(({ name }) => name).filter((name) => !tried.has(name) && !elsewhere.includes(name))).toEqual([]);
});

test.each(situations.map((situation) => [situation.told, situation] as const))(
  'what one change puts right: %s',
  (_told, { job: spec }) => {
    const { plan } = job(spec);
    for (const { id, severity, gives } of findingsOf(evaluate(plan)))
      for (const give of gives) {
        const edits = editsOf(give, newId);
        if (!edits) continue;
        const after = findingsOf(evaluate(applyEdits(plan, edits)));
        // What stays may be no more than the next, milder limit.
        const stays = after.some((finding) => finding.id === id && finding.severity === severity);
        expect([stays, give.words]).toEqual([false, give.words]);
      }
  },
);
