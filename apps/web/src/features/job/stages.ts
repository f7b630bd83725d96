import type { Stage, StageState } from '../../store/results';
import { STAGES } from '../../store/results';
import type { Tab } from '../../ui';
import { STAGE_WORDS } from '../parts/words';

const MARKS: Record<StageState, Tab<Stage>['mark']> = {
  empty: { icon: null, tone: 'muted' },
  'in work': { icon: 'edit', tone: 'muted' },
  'in trouble': { icon: 'fix', tone: 'fix' },
  settled: { icon: 'check', tone: 'settled' },
};

/** The stages as tabs, each with how it stands. */
export const stageTabs = (states: Readonly<Record<Stage, StageState>>): Tab<Stage>[] =>
  STAGES.map((stage) => ({
    value: stage,
    label: STAGE_WORDS[stage],
    icon: stage,
    state: states[stage],
    mark: MARKS[states[stage]],
  }));
