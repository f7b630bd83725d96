import type { FindingParts } from './finding';
import { measured } from '../phrase';
import { insideDiameter, manning } from '../pipe';
import { NEAR, NEAR_SLOPE } from '../tolerance';
import { rulesFor } from '@alveus/plan';
import { slopesInForce } from './defaults';
import type { Rule } from './rule';
import { COMMON, NOTHING } from './rule';

/** Whether water runs: fall, slope, and what stands at the outlet. */

export const ring: Rule = ({ ringed, run }) =>
  ringed
    ? [
        {
          severity: 'stop',
          rule: 'ring',
          at: 0,
          what: [`${run.name} is part of a ring: its water would come back to where it was.`],
          why: ['A network drains from its upper ends to its outlets, and never round.'],
          source: 'geometry',
          gives: ['Turn a run of the ring round', 'End it at another node'],
        },
      ]
    : NOTHING;

export const gradeFacts: Rule = ({ length, surplus, run }) =>
  surplus.length === 0
    ? NOTHING
    : surplus.map(({ fact, off, contradicts }): FindingParts => {
        const names = {
          low: 'low invert',
          high: 'high invert',
          slope: 'slope',
          drop: 'drop at its lower node',
          step: 'step at its upper node',
        } as const;
        const by = measured(
          Math.abs(off),
          fact === 'slope' ? 'slope' : fact === 'drop' || fact === 'step' ? 'thickness' : 'distance',
        );
        const at = fact === 'high' || fact === 'step' ? length : 0;
        return contradicts
          ? {
              severity: 'fix',
              rule: 'grade-contradicts',
              at,
              by,
              what: [`The ${names[fact]} fixed on ${run.name} contradicts the other fixed facts by `, by, '.'],
              why: [
                'Facts that disagree cannot all be built. This one is set aside until one of them is freed or changed.',
              ],
              source: 'geometry',
              gives: [`Free the ${names[fact]}`, 'Free or change one of the others'],
            }
          : {
              severity: 'watch',
              rule: 'grade-surplus',
              at,
              what: [`The ${names[fact]} of ${run.name} is fixed, though the other fixed facts give it already.`],
              why: ['They agree today. As soon as one of them is changed they will contradict each other.'],
              source: 'geometry',
              gives: [`Free the ${names[fact]}`],
            };
      });

export const fall: Rule = ({ length, run, grade, below, lower }) => {
  const found: FindingParts[] = [];
  if (grade.slope !== undefined && grade.slope < -NEAR_SLOPE) {
    const by = measured(-grade.slope * length, 'distance');
    found.push({
      severity: 'stop',
      rule: 'against-grade',
      at: length,
      by,
      what: [`${run.name} falls the wrong way by `, by, '.'],
      why: ['Water does not run uphill: the pipe would stand full and silt up.'],
      source: 'geometry',
      gives: ['Raise the high invert', 'Lower the low invert and what is below it'],
    });
  }
  if (grade.low !== undefined && below !== undefined && grade.low < below - NEAR) {
    const by = measured(below - grade.low, 'distance');
    found.push({
      severity: 'stop',
      rule: 'drop-rises',
      at: 0,
      by,
      what: [`At ${lower?.name ?? 'its lower node'} the water of ${run.name} would have to climb `, by, ' to leave.'],
      why: ['The invert coming in lies lower than the one going out.'],
      source: 'geometry',
      gives: ['Raise the invert coming in', 'Lower the invert going out'],
    });
  }
  return found;
};

export const leastSlope: Rule = ({ length, run, line, grade, pipe, profile }) => {
  const { slope } = grade;
  if (slope === undefined || slope < -NEAR_SLOPE) return NOTHING;
  const missed = slopesInForce(rulesFor(profile, line.service), pipe.nominal).find((b) => slope < b.least - NEAR_SLOPE);
  if (!missed) return NOTHING;
  const by = measured(missed.least - slope, 'slope');
  return [
    {
      severity: missed.severity,
      rule: 'least-slope',
      at: length / 2,
      by,
      what: [
        `${run.name} has `,
        measured(slope, 'slope'),
        ' of fall; the least here is ',
        measured(missed.least, 'slope'),
        '.',
      ],
      why: ['On too little fall solids settle, and any sag in the pipe holds water.'],
      source: missed.source,
      gives: [
        'Lower the outlet',
        'Raise the high end if the cover allows',
        'A larger pipe where the rule allows less slope',
      ],
      local: true,
    },
  ];
};

export const steep: Rule = ({ length, run, line, grade, pipe, profile }) => {
  const rule = rulesFor(profile, line.service).steep;
  const { slope } = grade;
  if (!rule || slope === undefined || slope <= 0) return NOTHING;
  const shared = { severity: rule.severity, rule: 'steep', at: length / 2, source: rule.source } as const;
  if (rule.by === 'slope') {
    if (slope <= rule.limit + NEAR_SLOPE) return NOTHING;
    const by = measured(slope - rule.limit, 'slope');
    return [
      {
        ...shared,
        by,
        what: [
          `${run.name} has `,
          measured(slope, 'slope'),
          ' of fall; more than ',
          measured(rule.limit, 'slope'),
          ' looks odd for this service.',
        ],
        why: ['Too steep is no better: liquid outruns solids, or all of it runs to the low end.'],
        gives: ['Take up the fall in a drop at a structure', 'Flatten the run'],
      },
    ];
  }
  const { speed } = manning(insideDiameter(pipe), slope, pipe.manning);
  if (speed <= rule.limit + NEAR) return NOTHING;
  const by = measured(speed - rule.limit, 'speed');
  return [
    {
      ...shared,
      by,
      what: [
        `${run.name} runs at `,
        measured(speed, 'speed'),
        ' when full; more than ',
        measured(rule.limit, 'speed'),
        ' looks odd.',
      ],
      why: ['Fast water scours the pipe and the ground at its outlet.'],
      gives: ['Drops at structures', 'Stone at the outlet to spread the water'],
    },
  ];
};

export const outletWater: Rule = ({ length, outlet, lower, grade }) => {
  if (!outlet || !lower || grade.low === undefined) return NOTHING;
  const { low, slope } = grade;
  // The usual level first: standing in that is worse than being reached by the highest.
  for (const [level, severity, words] of [
    [lower.water?.normal, 'fix', 'the usual water'],
    [lower.water?.high, 'fix', 'the highest water'],
  ] as const) {
    if (level === undefined || low >= level - NEAR) continue;
    const by = measured(level - low, 'distance');
    const reach = slope !== undefined && slope > 0 ? Math.min(length, (level - low) / slope) : length;
    return [
      {
        severity,
        rule: 'outlet-under-water',
        at: 0,
        stretch: { from: 0, to: reach },
        by,
        what: [
          `The outlet at ${lower.name} lies `,
          by,
          ` under ${words}. `,
          measured(reach, 'distance'),
          ' of the run above it stands in it.',
        ],
        why: ['A pipe that stands full freezes, silts and has nowhere to drain to.'],
        source: COMMON,
        gives: ['Raise the outlet invert', 'Another outlet', 'A pump'],
      },
    ];
  }
  return NOTHING;
};
