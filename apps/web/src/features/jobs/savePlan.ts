import type { Plan } from '@alveus/plan';
import { saveText } from '../../sync/files';
import { planCode } from '../../sync/frame/planCode';

/** Gives the person the plan file of a job. */
export function savePlan(name: string, plan: Plan): void {
  saveText(`${name}.alveus.json`, 'application/json', planCode().savePlanFile(name, plan));
}
