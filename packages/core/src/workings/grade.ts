import { lowerOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { factsOf } from '../grade';
import { measured } from '../phrase';
import type { RunResult } from '../results';
import { INCH } from '../units';
import { onFigure, onRun, onSection } from './rests';
import type { Rest, Working, WorkingStep } from './working';

/** A run's own figures: its inverts, slope and trench width. */
export function explainGrade(
  evaluation: Evaluation,
  run: RunResult,
  figure: 'low' | 'high' | 'slope' | 'width',
): Working {
  return figure === 'width' ? explainWidth(run) : explainFact(evaluation, run, figure);
}

const TITLES = { low: 'Low invert', high: 'High invert', slope: 'Slope' } as const;

function explainFact(evaluation: Evaluation, run: RunResult, figure: 'low' | 'high' | 'slope'): Working {
  const { low, high, slope } = run.grade;
  const value = run.grade[figure];
  const quantity = figure === 'slope' ? 'slope' : 'elevation';
  const title = `${TITLES[figure]} of ${run.run.name}`;
  const facts = factsOf(run.run, evaluation.plan.runGrade[run.id]);
  const fixed = facts[figure] !== undefined;
  if (value === undefined) {
    const steps = [{ formula: 'Not set yet: set two of low invert, slope and high invert.', numbers: [] }];
    return { title, value: undefined, steps, source: 'geometry', rests: [] };
  }
  const result = measured(value, quantity);
  if (fixed)
    return {
      title,
      value: result,
      steps: [{ formula: 'locked in the plan', numbers: [result] }],
      source: 'typed',
      rests: [],
    };

  const length = measured(run.length, 'distance');
  const steps: WorkingStep[] = [];
  const rests: Rest[] = [];
  const below = highestOut(evaluation, run);
  const ownSlope = facts.slope !== undefined;
  if (figure === 'slope' && low !== undefined && high !== undefined) {
    steps.push({
      formula: 'slope = (high invert − low invert) ÷ length',
      numbers: ['(', measured(high, 'elevation'), ' − ', measured(low, 'elevation'), ') ÷ ', length, ' = ', result],
    });
    rests.push(...both(run), onRun('horizontal length', run));
  } else if (figure === 'low' && below?.grade.high !== undefined && low !== undefined) {
    steps.push({
      formula: 'low invert = outgoing invert below + drop',
      numbers: [
        measured(below.grade.high, 'elevation'),
        ' + ',
        measured(low - below.grade.high, 'thickness'),
        ' = ',
        result,
      ],
    });
    rests.push(onFigure(`high invert of ${below.run.name}`, { figure: 'high', run: below.id }));
  } else if (low !== undefined && high !== undefined && slope !== undefined && (ownSlope || figure === 'high')) {
    steps.push(
      figure === 'high'
        ? {
            formula: 'high invert = low invert + slope × length',
            numbers: [measured(low, 'elevation'), ' + ', measured(slope, 'slope'), ' × ', length, ' = ', result],
          }
        : {
            formula: 'low invert = high invert − slope × length',
            numbers: [measured(high, 'elevation'), ' − ', measured(slope, 'slope'), ' × ', length, ' = ', result],
          },
    );
    rests.push(
      ...both(run).filter(({ words }) => words !== `${figure} invert`),
      onFigure('slope', { figure: 'slope', run: run.id }),
      onRun('horizontal length', run),
    );
  } else {
    steps.push({ formula: 'set by the run it joins', numbers: [result] });
  }
  return { title, value: result, steps, source: 'geometry', rests };
}

const both = ({ id }: RunResult): readonly Rest[] => [
  onFigure('low invert', { figure: 'low', run: id }),
  onFigure('high invert', { figure: 'high', run: id }),
];

/** Of the runs that leave its lower node, the one whose invert is highest: its own rests on that. */
function highestOut(evaluation: Evaluation, run: RunResult): RunResult | undefined {
  const leaving = evaluation.topology.leaving.get(lowerOf(run.run)) ?? [];
  let found: RunResult | undefined;
  for (const id of leaving) {
    const next = evaluation.runs.get(id);
    if (next?.grade.high !== undefined && (found?.grade.high === undefined || next.grade.high > found.grade.high))
      found = next;
  }
  return found;
}

function explainWidth(run: RunResult): Working {
  const { pipe, section, trench } = run;
  const title = `Trench width of ${run.run.name}`;
  if (!pipe || !section || !trench) {
    return {
      title,
      value: undefined,
      steps: [{ formula: 'Needs a pipe and a trench section.', numbers: [] }],
      source: '',
      rests: [],
    };
  }
  const value = measured(trench.width, 'thickness');
  const outside = measured(pipe.outside, 'fine');
  const rests = [...onSection('section', run), onRun(`pipe ${pipe.name}`, run)];
  const rule = section.width;
  switch (rule.rule) {
    case 'fixed':
      return {
        title,
        value,
        steps: [{ formula: 'from the section', numbers: [value] }],
        source: 'typed; often the bucket',
        rests,
      };
    case 'room': {
      const from = rule.beside === 'outside' ? outside : measured(pipe.nominal, 'fine');
      return {
        title,
        value,
        steps: [
          {
            formula: `width = ${rule.beside} diameter + 2 × room each side`,
            numbers: [from, ' + 2 × ', measured(rule.each, 'thickness'), ' = ', value],
          },
        ],
        source: 'common practice',
        rests,
      };
    }
    case 'd2321':
      return {
        title,
        value,
        steps: [
          {
            formula: 'the greater of outside + 16 in and 1.25 × outside + 12 in',
            numbers: [
              measured(pipe.outside + 16 * INCH, 'fine'),
              ' or ',
              measured(1.25 * pipe.outside + 12 * INCH, 'fine'),
              ' → ',
              value,
            ],
          },
        ],
        source: 'ASTM D2321; check your edition',
        rests,
      };
    case 'en1610':
      return {
        title,
        value,
        steps: [
          {
            formula: 'the greater of the rule by size and the rule by greatest depth',
            numbers: [pipe.name, ', ', measured(trench.deepest?.depth ?? 0, 'depth'), ' deep → ', value],
          },
        ],
        source: 'EN 1610; check your edition',
        rests: [...rests, { words: 'greatest depth of the run', at: { see: 'depths' } }],
      };
  }
}
