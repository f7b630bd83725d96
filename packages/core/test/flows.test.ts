import type { NodeForm, Service, Severity } from '@alveus/plan';
import { applyEdits, NODE_FORMS, ONLY, SERVICES } from '@alveus/plan';
import { DEFAULT_PROFILE, evaluate, findingsOf, flowSeverity, mayEndIn } from '../src';
import { endsAt } from '../src/compare/ends';
import { job } from './support/jobs';

/**
 * What may flow into what and leave where, against lists written by hand from the rules of the trade: sewage goes to a tank,
 * a public sewer or a licensed field, never to the surface; rain and ground water never go into tank or field; sewage
 * passes a tank before a field.
 */

type Judged = Severity | undefined;

const SURFACE: readonly NodeForm[] = ['daylight', 'curb', 'pond', 'pop-up', 'bubble-up', 'stand-pipe'];
const GRATED: readonly NodeForm[] = ['catch-basin', 'inlet', 'channel-drain', 'downspout'];
const SEPTIC: readonly NodeForm[] = ['tank', 'd-box', 'lateral-end'];
const ASK: readonly NodeForm[] = ['structure', 'manhole', 'sump'];
const EFFLUENT: readonly Service[] = ['effluent', 'leader', 'lateral'];

function endsBadly(service: Service, form: NodeForm): Judged {
  const sewage = service === 'building-sewer';
  if (!sewage && !EFFLUENT.includes(service)) return SEPTIC.includes(form) ? 'fix' : undefined;
  if (SURFACE.includes(form) || GRATED.includes(form)) return 'stop';
  if (form === 'soak-away') return sewage ? 'stop' : 'fix';
  if (sewage && (form === 'd-box' || form === 'lateral-end')) return 'stop';
  return ASK.includes(form) ? 'watch' : undefined;
}

/** Through a fitting in the ground. */
function runsBadly(service: Service, below: Service): Judged {
  const kind = (of: Service): 'sewage' | 'effluent' | 'rain' =>
    of === 'building-sewer' ? 'sewage' : EFFLUENT.includes(of) ? 'effluent' : 'rain';
  const pairs: Readonly<Record<string, Judged>> = {
    'sewage rain': 'stop',
    'effluent rain': 'stop',
    'sewage effluent': 'stop',
    'rain sewage': 'fix',
    'rain effluent': 'fix',
  };
  return pairs[`${kind(service)} ${kind(below)}`];
}

const RULES: ReadonlySet<string> = new Set([
  'sewage-in-open',
  'sewage-in-storm',
  'sewage-past-tank',
  'sewage-to-box',
  'effluent-soaks',
  'rain-in-septic',
]);

/** A line that ends at a form, or goes on from it as another service, as findings tell of it. */
function severitiesOf(service: Service, form: NodeForm, below?: Service): readonly Severity[] {
  const { plan } = job({
    nodes: { Top: { form: 'bend', ground: 110 }, Here: { form, ground: 108 }, Out: { form: 'bend', ground: 106 } },
    lines: {
      In: { service, pipe: '4 in SDR 35', runs: { In: { from: 'Top', to: 'Here', low: 104, slope: 0.02 } } },
      ...(below
        ? {
            On: {
              service: below,
              pipe: '4 in SDR 35',
              runs: { On: { from: 'Here', to: 'Out', high: 103.9, slope: 0.02 } },
            },
          }
        : {}),
    },
  });
  return findingsOf(evaluate(plan)).flatMap(({ rule, severity }) => (RULES.has(rule) ? [severity] : []));
}

const list = (severity: Judged): readonly Severity[] => (severity ? [severity] : []);

describe.each(SERVICES)('%s', (service) => {
  test.each(NODE_FORMS)('that ends at a %s', (form) => {
    expect(flowSeverity(service, form)).toBe(endsBadly(service, form));
    expect(severitiesOf(service, form)).toEqual(list(endsBadly(service, form)));
    expect(mayEndIn([service], form)).toBe((endsBadly(service, form) ?? 'watch') === 'watch');
  });

  test.each(SERVICES)('that runs on as %s', (below) => {
    expect(flowSeverity(service, 'fitting', below)).toBe(runsBadly(service, below));
    expect(severitiesOf(service, 'fitting', below)).toEqual(list(runsBadly(service, below)));
  });
});

test('sewage goes through a tank into what leads to the field, and through no grated box', () => {
  expect(severitiesOf('building-sewer', 'tank', 'effluent')).toEqual([]);
  expect(severitiesOf('effluent', 'd-box', 'leader')).toEqual([]);
  expect(severitiesOf('building-sewer', 'd-box', 'leader')).toEqual(['stop']);
  expect(severitiesOf('building-sewer', 'catch-basin', 'building-sewer')).toEqual(['stop']);
  expect(severitiesOf('roof-drain', 'tank', 'effluent')).toEqual(['fix']);
  expect(severitiesOf('curtain-drain', 'd-box', 'lateral')).toEqual(['fix']);
});

test('the ends compared for sewage are those that may be made for it, and for rain all of them', () => {
  const at = (service: Service): string[] => {
    const { plan, ids } = job({
      nodes: { Top: { form: 'bend', ground: 110 }, Here: { form: 'structure', ground: 108 } },
      lines: {
        In: {
          service,
          pipe: '4 in SDR 35',
          runs: { In: { from: 'Top', to: 'Here', low: 104, slope: 0.02 } },
        },
      },
    });
    return endsAt(evaluate(plan), ids.Here ?? '').map(({ form, entry }) => [form, entry].filter(Boolean).join(' '));
  };
  expect(at('building-sewer')).toEqual(['structure wall', 'structure grate', 'sump']);
  expect(at('storm').length).toBe(9);
});

test('a local rule that takes it is said in the rules, like any other', () => {
  const { plan } = job({
    nodes: { Top: { form: 'bend', ground: 110 }, Here: { form: 'soak-away', ground: 108 } },
    lines: {
      In: {
        service: 'effluent',
        pipe: '4 in SDR 35',
        runs: { In: { from: 'Top', to: 'Here', low: 104, slope: 0.02 } },
      },
    },
  });
  const pit = { ...DEFAULT_PROFILE, id: ONLY, rules: { 'effluent-soaks': { on: false } } };
  const with_ = applyEdits(plan, [{ op: 'put', item: pit }]);
  expect(findingsOf(evaluate(plan)).map(({ rule }) => rule)).toContain('effluent-soaks');
  expect(findingsOf(evaluate(with_)).map(({ rule }) => rule)).not.toContain('effluent-soaks');
});
