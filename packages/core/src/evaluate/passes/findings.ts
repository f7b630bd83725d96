import type { Crossing, Pipe, Profile, TestPit } from '@alveus/plan';
import { ONLY, same } from '@alveus/plan';
import {
  judgeCrossing,
  judgeHole,
  judgeJob,
  judgeLine,
  judgeNode,
  judgePipe,
  judgePit,
  judgeRun,
} from '../../findings';
import { DEFAULT_PROFILE } from '../../limits';
import type { HoleResult, LineResult, NodeResult, Reader, RunResult } from '../../results';
import { eachPass } from '../pass';

/** The rules put to everything there is. */

const rules = (read: Reader): Profile => read.item('profile', ONLY) ?? DEFAULT_PROFILE;

export const findings = [
  eachPass<'runFindings'>({
    name: 'runFindings',
    kind: 'run',
    work: (id, read) => judgeRun(read.of('run', id) as RunResult, rules(read), read),
    same,
  }),
  eachPass<'nodeFindings'>({
    name: 'nodeFindings',
    kind: 'node',
    work: (id, read) => judgeNode(read.of('node', id) as NodeResult, rules(read), read),
    same,
  }),
  eachPass<'crossingFindings'>({
    name: 'crossingFindings',
    kind: 'crossing',
    work: (id, read) =>
      judgeCrossing(read.item('crossing', id) as Crossing, read.of('crossing', id) ?? [], rules(read), read),
    same,
  }),
  eachPass<'holeFindings'>({
    name: 'holeFindings',
    kind: 'hole',
    work: (id, read) => judgeHole(read.of('hole', id) as HoleResult, rules(read), read),
    same,
  }),
  eachPass<'pitFindings'>({
    name: 'pitFindings',
    kind: 'testPit',
    work: (id, read) => {
      const pit = read.item('testPit', id) as TestPit;
      const now = read.of('pitNow', id) ?? pit;
      return judgePit(now, rules(read), read);
    },
    same,
  }),
  eachPass<'pipeFindings'>({
    name: 'pipeFindings',
    kind: 'pipe',
    work: (id, read) => judgePipe(read.item('pipe', id) as Pipe, rules(read), read),
    same,
  }),
  eachPass<'lineFindings'>({
    name: 'lineFindings',
    kind: 'line',
    work: (id, read) => judgeLine(read.of('line', id) as LineResult, rules(read), read),
    same,
  }),
  eachPass<'jobFindings'>({
    name: 'jobFindings',
    kind: 'job',
    work: (_, read) =>
      judgeJob(
        {
          book: read.whole('book'),
          shots: read.whole('shots'),
          benchmarks: read.all('benchmark'),
          setups: read.all('setup'),
          lines: [...read.every('line').values()],
        },
        rules(read),
      ),
    same,
  }),
];
