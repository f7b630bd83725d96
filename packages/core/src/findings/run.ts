import type { ItemOf, Profile, Severity, TestPit } from '@alveus/plan';
import type { GroundProfile, GroundTwice } from '../ground';
import { groundAt } from '../ground';
import type { RunGradeResult, SurplusFact } from '../grade';
import type { Phrase } from '../phrase';
import { measured } from '../phrase';
import { insideDiameter, manning } from '../pipe';
import type { CrossingResult } from '../site';
import { NEAR, NEAR_SLOPE } from '../tolerance';
import type { Envelope, KnownStation, RunTrench } from '../trench';
import { slopesInForce } from './defaults';
import type { Finding, FindingParts } from './finding';
import { finding } from './finding';
import { judgeCrossing, judgeFrost, judgePit } from './site';
import type { Short } from './stretch';
import { shortfall } from './stretch';

/** What a run is judged by; all of it, so that a run whose facts did not move need not be judged again. */
export interface RunFacts {
  readonly run: ItemOf<'run'>;
  readonly length: number;
  readonly line: ItemOf<'line'>;
  readonly lower: ItemOf<'node'> | undefined;
  /** Whether the line's water leaves at the lower node. */
  readonly outlet: boolean;
  /** Lowest invert going out of the lower node, where runs do. */
  readonly below: number | undefined;
  /** Whether it lies on a ring, where water would come back to where it was. */
  readonly ringed: boolean;
  /** Length between its nodes on the sketch, where both are there. */
  readonly drawn: number | undefined;
  /** Length of the run when its ground was typed. */
  readonly over: number | undefined;
  /** Places along it that have both typed ground and a shot. */
  readonly twice: readonly GroundTwice[];
  readonly crossings: readonly CrossingResult[];
  readonly pits: readonly TestPit[];
  readonly frost: number | undefined;
  readonly grade: RunGradeResult;
  readonly surplus: readonly SurplusFact[];
  readonly ground: GroundProfile;
  readonly pipe: ItemOf<'pipe'>;
  readonly envelope: Envelope;
  readonly trench: RunTrench;
  /** Its stations, gathered once for all the rules. */
  readonly stations: readonly KnownStation[];
  readonly profile: Profile;
}

type Rule = (facts: RunFacts) => readonly FindingParts[];

/** What most rules find on most runs. */
const NOTHING: readonly FindingParts[] = [];

export function judgeRun(facts: RunFacts): Finding[] {
  const found: Finding[] = [];
  for (const rule of RULES) {
    const parts = rule(facts);
    for (let index = 0; index < parts.length; index += 1) {
      found.push(finding(facts.line.id, facts.run.id, parts[index] as FindingParts, index > 0 ? String(index) : ''));
    }
  }
  return found;
}

const COMMON = 'common practice';

/** Where water comes out into the open and the pipe must come up to the ground. */
const OPEN_ENDS: ReadonlySet<ItemOf<'node'>['form']> = new Set(['daylight', 'pond', 'curb', 'bubble-up', 'pop-up']);

/** Near an open end a pipe cannot keep its cover; there it is worth a look and no more. */
function softenAtOpenEnd(facts: RunFacts, short: Short, severity: Severity): { severity: Severity; open: boolean } {
  const open = facts.outlet && facts.lower !== undefined && OPEN_ENDS.has(facts.lower.form) && short.stretch.from <= NEAR;
  return { severity: open ? 'watch' : severity, open };
}

const gradeFacts: Rule = ({ length, surplus, run }) =>
  surplus.length === 0 ? NOTHING : surplus.map(({ fact, off, contradicts }): FindingParts => {
    const names = { low: 'low invert', high: 'high invert', slope: 'slope', drop: 'drop at its lower node' } as const;
    const by = measured(Math.abs(off), fact === 'slope' ? 'slope' : fact === 'drop' ? 'thickness' : 'distance');
    const at = fact === 'high' ? length : 0;
    return contradicts
      ? {
          severity: 'fix',
          rule: 'grade-contradicts',
          at,
          by,
          what: [`The ${names[fact]} fixed on ${run.name} contradicts the other fixed facts by `, by, '.'],
          why: ['Facts that disagree cannot all be built. This one is set aside until one of them is freed or changed.'],
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

const fall: Rule = ({ length, run, grade, below, lower }) => {
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

const leastSlope: Rule = ({ length, run, line, grade, pipe, profile }) => {
  const { slope } = grade;
  if (slope === undefined || slope < -NEAR_SLOPE) return NOTHING;
  const missed = slopesInForce(profile.services[line.service], pipe.nominal).find((b) => slope < b.least - NEAR_SLOPE);
  if (!missed) return NOTHING;
  const by = measured(missed.least - slope, 'slope');
  return [
    {
      severity: missed.severity,
      rule: 'least-slope',
      at: length / 2,
      by,
      what: [`${run.name} has `, measured(slope, 'slope'), ' of fall; the least here is ', measured(missed.least, 'slope'), '.'],
      why: ['On too little fall solids settle, and any sag in the pipe holds water.'],
      source: missed.source,
      gives: ['Lower the outlet', 'Raise the high end if the cover allows', 'A larger pipe where the rule allows less slope'],
      local: true,
    },
  ];
};

const steep: Rule = ({ length, run, line, grade, pipe, profile }) => {
  const rule = profile.services[line.service].steep;
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
        what: [`${run.name} has `, measured(slope, 'slope'), ' of fall; more than ', measured(rule.limit, 'slope'), ' looks odd for this service.'],
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
      what: [`${run.name} runs at `, measured(speed, 'speed'), ' when full; more than ', measured(rule.limit, 'speed'), ' looks odd.'],
      why: ['Fast water scours the pipe and the ground at its outlet.'],
      gives: ['Drops at structures', 'Stone at the outlet to spread the water'],
    },
  ];
};

const outletWater: Rule = ({ length, outlet, lower, grade }) => {
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
        what: [`The outlet at ${lower.name} lies `, by, ` under ${words}. `, measured(reach, 'distance'), ' of the run above it stands in it.'],
        why: ['A pipe that stands full freezes, silts and has nowhere to drain to.'],
        source: COMMON,
        gives: ['Raise the outlet invert', 'Another outlet', 'A pump'],
      },
    ];
  }
  return NOTHING;
};

const cover: Rule = (facts) => {
  const { run, line, trench, stations, profile } = facts;
  const rule = profile.services[line.service].cover;
  const least = run.vehicles ? rule.vehicles : rule.foot;
  if (!trench.shallowest || trench.shallowest.cover >= least - NEAR) return NOTHING;
  const out = shortfall(stations, (station) => station.cover, 0, NEAR);
  const short = shortfall(stations, (station) => station.cover, least, NEAR);
  const found: FindingParts[] = [];
  if (out) {
    const by = measured(out.by, 'thickness');
    const { severity, open } = softenAtOpenEnd(facts, out, 'fix');
    found.push({
      severity,
      rule: 'out-of-ground',
      at: out.at,
      stretch: out.stretch,
      by,
      what: [`The pipe of ${run.name} stands out of the ground by up to `, by, open ? ', where it comes to daylight.' : '.'],
      why: [open ? 'Expected at an open end; protect it from mowers, wheels and sunlight.' : 'A pipe above ground carries no traffic, freezes and is broken.'],
      source: COMMON,
      gives: ['Lower the pipe', 'Raise the ground over it', 'End the line lower down the slope'],
    });
  }
  if (short && !(out && softenAtOpenEnd(facts, out, 'fix').open && short.stretch.from === out.stretch.from)) {
    const by = measured(short.by, 'thickness');
    const { severity, open } = softenAtOpenEnd(facts, short, 'fix');
    found.push({
      severity,
      rule: 'least-cover',
      at: short.at,
      stretch: short.stretch,
      by,
      what: [
        `Cover over ${run.name} is down to `,
        measured(least - short.by, 'thickness'),
        '; the least here is ',
        measured(least, 'thickness'),
        open ? '. It is the stretch to daylight.' : '.',
      ],
      why: [run.vehicles ? 'Wheels crush a shallow pipe.' : 'A shallow pipe is cut by spades, and lifts and breaks with frost.'],
      source: rule.source,
      gives: ['Lower the inverts', 'Stronger pipe or a concrete cap', 'Keep vehicles off', 'Another route'],
      local: true,
    });
  }
  return found;
};

const layersFit: Rule = (facts) => {
  const { run, envelope, trench, stations } = facts;
  const found: FindingParts[] = [];
  let highest = 0;
  for (const layer of envelope.layers) {
    if (layer.top.from !== 'bottom') continue;
    if (layer.top.height < highest - NEAR) {
      const by = measured(highest - layer.top.height, 'thickness');
      found.push({
        severity: 'fix',
        rule: 'layers-overlap',
        by,
        what: [`In the section of ${run.name} the ${layer.name} ends `, by, ' below the layer it lies on.'],
        why: ['With this pipe its mark lies lower than the layer below reaches, so nothing is left of it.'],
        source: 'geometry',
        gives: ['Raise the mark of the upper layer', 'Lower the one below'],
      });
    }
    highest = Math.max(highest, layer.top.height);
  }
  if (!trench.shallowest || trench.shallowest.depth - envelope.surface >= highest - NEAR) return found;
  const out = shortfall(stations, (station) => station.depth, highest, NEAR);
  const cut = envelope.surface > 0 ? shortfall(stations, (station) => station.depth - envelope.surface, highest, NEAR) : undefined;
  // At an open end the cover says it all.
  const worst = out ?? cut;
  if (worst && softenAtOpenEnd(facts, worst, 'fix').open) return found;
  if (out) {
    const by = measured(out.by, 'thickness');
    found.push({
      severity: 'watch',
      rule: 'layer-out-of-ground',
      at: out.at,
      stretch: out.stretch,
      by,
      what: [`The top layer round the pipe of ${run.name} would stand `, by, ' out of the ground; it is cut off there.'],
      why: ['The trench is too shallow for the whole section.'],
      source: 'geometry',
      gives: ['Lower the pipe', 'Another section for this run'],
    });
  } else if (cut) {
    const by = measured(cut.by, 'thickness');
    found.push({
      severity: 'watch',
      rule: 'surface-cuts-layers',
      at: cut.at,
      stretch: cut.stretch,
      by,
      what: [`The surface layers of ${run.name} cut `, by, ' into what lies round the pipe.'],
      why: ['Surface layers keep their thickness, so the layer below them is thinner than the section says.'],
      source: 'geometry',
      gives: ['Lower the pipe', 'A thinner surface layer', 'Another section for this run'],
    });
  }
  return found;
};

const narrow: Rule = ({ run, trench, pipe }) => {
  if (trench.width >= pipe.outside - NEAR) return NOTHING;
  const by = measured(pipe.outside - trench.width, 'thickness');
  return [
    {
      severity: 'stop',
      rule: 'trench-narrow',
      by,
      what: [`The trench of ${run.name} is narrower than its pipe by `, by, '.'],
      why: ['The pipe does not go in, and the haunches cannot be worked. Its amounts are left out.'],
      source: 'geometry',
      gives: ['A wider trench', 'A smaller pipe'],
    },
  ];
};

const protection: Rule = ({ run, trench, stations, profile }) => {
  const { depth, source } = profile.protectionDepth;
  const { deepest } = trench;
  if (run.protection || !deepest || deepest.depth < depth - NEAR) return NOTHING;
  // Reaching the depth is enough, so what is sought is depth over "just under the limit".
  const deep = shortfall(stations, (station) => -station.depth, -depth + 2 * NEAR, 0);
  const by = measured(Math.max(0, deepest.depth - depth), 'depth');
  return [
    {
      severity: 'stop',
      rule: 'protection',
      at: deepest.at,
      stretch: deep?.stretch ?? { from: deepest.at, to: deepest.at },
      by,
      what: [`The trench of ${run.name} is `, measured(deepest.depth, 'depth'), ' deep and does not say how people in it are protected.'],
      why: [
        'From ',
        measured(depth, 'depth'),
        ' on a trench that caves in kills. A competent person decides; in bad soil protection is needed at less. Ladder within reach, spoil back from the edge, look again after rain.',
      ],
      source,
      gives: ['Say how: sloped, benched, shielded, shored or not entered', 'Raise the line'],
      local: true,
    },
  ];
};

const groundKnown: Rule = ({ length, run, ground }) => {
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
  const far = ground.beyond[ground.beyond.length - 1];
  if (far) {
    const by = measured(far.at - ground.length, 'distance');
    found.push({
      severity: 'fix',
      rule: 'break-beyond-run',
      at: ground.length,
      by,
      what: [`A ground break of ${run.name} lies `, by, ' beyond its upper end; it is left out.'],
      why: ['The profile no longer fits the run: breaks are kept at their distance when a length changes.'],
      source: 'geometry',
      gives: ['Correct the break', 'Correct the length'],
    });
  }
  return found;
};

const ring: Rule = ({ ringed, run }) =>
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

const drawnLengths: Rule = ({ run, length, drawn, over }) => {
  const found: FindingParts[] = [];
  if (run.length.from === 'typed' && drawn !== undefined && Math.abs(drawn - length) > DRAWN) {
    const by = measured(Math.abs(drawn - length), 'distance');
    found.push({
      severity: 'watch',
      rule: 'length-differs',
      at: 0,
      by,
      what: [`${run.name} is typed as `, measured(length, 'distance'), ' long and drawn as ', measured(drawn, 'distance'), '.'],
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
      what: [`The ground along ${run.name} was typed when the run was `, measured(over, 'distance'), ' long; it is ', measured(length, 'distance'), ' now.'],
      why: ['Typed ground stays at its distance from the lower node: it is not stretched with the run.'],
      source: 'geometry',
      gives: ['Look the ground points over, and save them again'],
    });
  }
  return found;
};

/** Lengths that differ by less are one: a tape is not read more finely over a run. */
const DRAWN = 0.02;

const groundTwice: Rule = ({ run, twice }) =>
  twice.length === 0 ? NOTHING : twice.map(({ at, typed, shot }): FindingParts => {
    const by = measured(Math.abs(typed - shot), 'distance');
    return {
      severity: 'watch',
      rule: 'ground-twice',
      at,
      by,
      what: [`The ground of ${run.name} at `, measured(at, 'distance'), ' is typed as ', measured(typed, 'elevation'), ' and shot as ', measured(shot, 'elevation'), '; the shot is used.'],
      why: ['Both stay as they are. What was measured goes before what was typed, unless you say that the typed one holds.'],
      source: COMMON,
      gives: ['Remove the typed one', 'Shoot it again'],
    };
  });

const site: Rule = ({ run, line, profile, crossings, pits, frost, trench, ground, grade, envelope }) =>
  crossings.length === 0 && pits.length === 0 && frost === undefined ? NOTHING : [
  ...crossings.flatMap((one) => judgeCrossing(one, line.service, run.name, profile)),
  ...pits.flatMap((pit) =>
    judgePit(pit, run, (at) => {
      const elevation = groundAt(ground, at);
      return elevation === undefined || grade.low === undefined || grade.slope === undefined ? undefined : elevation - (grade.low + grade.slope * at - envelope.invert);
    }),
  ),
  ...judgeFrost(frost, line.service, run, trench),
];

/** Leaders from a box lie in native soil. */
const leaderStone: Rule = ({ run, line, envelope }) =>
  line.service === 'leader' && envelope.layers.some((layer) => layer.material !== 'native' && layer.group !== 'surface')
    ? [
        {
          severity: 'fix',
          rule: 'stone-at-leader',
          at: 0,
          what: [`${run.name} is a leader, and its section puts other material than native soil round the pipe.`],
          why: ['Stone would carry a leak unseen to the lowest lateral, and inspectors refuse it.'],
          source: COMMON,
          gives: ['A section of native soil, tamped'],
          local: true,
        },
      ]
    : NOTHING;

const RULES: readonly Rule[] = [
  ring,
  narrow,
  fall,
  protection,
  gradeFacts,
  leastSlope,
  outletWater,
  cover,
  groundKnown,
  groundTwice,
  drawnLengths,
  site,
  layersFit,
  leaderStone,
  steep,
];
