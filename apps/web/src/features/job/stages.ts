import type { Stage, StageState } from '../../store/results';
import { STAGES } from '../../store/results';
import type { Tab } from '../../ui';
import { STAGE_WORDS } from '../parts/words';

const MARKS: Record<StageState, Tab<Stage>['mark']> = {
  'nothing yet': { icon: null, tone: 'muted' },
  'in progress': { icon: 'edit', tone: 'muted' },
  'needs work': { icon: 'fix', tone: 'fix' },
  OK: { icon: 'check', tone: 'settled' },
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
