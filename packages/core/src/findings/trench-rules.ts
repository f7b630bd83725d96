import type { ItemOf, Severity } from '@alveus/plan';
import { rulesFor, serviceOf } from '@alveus/plan';
import { measured } from '../phrase';
import { NEAR } from '../tolerance';
import type { FindingParts } from './finding';
import type { Rule, RunFacts } from './rule';
import { COMMON, NOTHING } from './rule';
import type { Short } from './stretch';
import { shortfall } from './stretch';

/** Whether the trench is safe, and what goes into it fits. */

/** Where water comes out into the open and the pipe must come up to the ground. */
const OPEN_ENDS: ReadonlySet<ItemOf<'node'>['form']> = new Set(['daylight', 'pond', 'curb', 'bubble-up', 'pop-up']);

/** Near an open end a pipe cannot keep its cover; there it is worth a look and no more. */
function softenAtOpenEnd(facts: RunFacts, short: Short, severity: Severity): { severity: Severity; open: boolean } {
  const open =
    facts.outlet && facts.lower !== undefined && OPEN_ENDS.has(facts.lower.form) && short.stretch.from <= NEAR;
  return { severity: open ? 'watch' : severity, open };
}

export const narrow: Rule = ({ run, trench, pipe }) => {
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

export const protection: Rule = ({ run, trench, stations, profile }) => {
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
      what: [
        `The trench of ${run.name} is `,
        measured(deepest.depth, 'depth'),
        ' deep and does not say how people in it are protected.',
      ],
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

export const cover: Rule = (facts) => {
  const { run, line, trench, stations, profile } = facts;
  const rule = rulesFor(profile, line.service).cover;
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
      what: [
        `The pipe of ${run.name} stands out of the ground by up to `,
        by,
        open ? ', where it comes to daylight.' : '.',
      ],
      why: [
        open
          ? 'Expected at an open end; protect it from mowers, wheels and sunlight.'
          : 'A pipe above ground carries no traffic, freezes and is broken.',
      ],
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
      why: [
        run.vehicles
          ? 'Wheels crush a shallow pipe.'
          : 'A shallow pipe is cut by spades, and lifts and breaks with frost.',
      ],
      source: rule.source,
      gives: ['Lower the inverts', 'Stronger pipe or a concrete cap', 'Keep vehicles off', 'Another route'],
      local: true,
    });
  }
  return found;
};

export const layersFit: Rule = (facts) => {
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
  const cut =
    envelope.surface > 0
      ? shortfall(stations, (station) => station.depth - envelope.surface, highest, NEAR)
      : undefined;
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
      what: [
        `The top layer round the pipe of ${run.name} would stand `,
        by,
        ' out of the ground; it is cut off there.',
      ],
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

/** Leaders from a box lie in native soil, and what else is declared to. */
export const leaderStone: Rule = ({ run, line, envelope }) =>
  serviceOf(line.service).nativeOnly &&
  envelope.layers.some((layer) => layer.material !== 'native' && layer.group !== 'surface')
    ? [
        {
          severity: 'fix',
          rule: 'stone-at-leader',
          at: 0,
          what: [
            `${run.name} is a ${serviceOf(line.service).word.toLowerCase()}, and its section puts other material than native soil round the pipe.`,
          ],
          why: ['Stone would carry a leak unseen to the lowest lateral, and inspectors refuse it.'],
          source: COMMON,
          gives: ['A section of native soil, tamped'],
          local: true,
        },
      ]
    : NOTHING;
