import type { JobState } from '../../store/job';
import { saveText } from '../../sync/files';
import { planCode } from '../../sync/frame/planCode';

type Open = Pick<JobState, 'name' | 'plan' | 'held' | 'pending'>;

/** Gives the person the plan file of a job. */
export function savePlan({ name, plan, held, pending }: Open): void {
  const { foreignOf, savePlanFile } = planCode();
  saveText(`${name}.alveus.json`, 'application/json', savePlanFile(name, plan, foreignOf(held, pending)));
}
