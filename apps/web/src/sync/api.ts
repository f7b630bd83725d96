import type { BatchAnswer as Answer, Changes as Heard, Pending, Point, Uuid } from '@alveus/plan';
import { BatchAnswer, Changes } from '@alveus/plan';
import { ask } from './frame/http';
import { jobsApi } from './frame/jobsApi';

export { Refused, Unreachable } from './frame/http';

/** The server, as an open job talks to it. Each request names the last point that this device knows of. */
export const api = {
  ...jobsApi,
  changes: async (id: Uuid, since: number, point: Point): Promise<Heard> =>
    Changes.parse(await ask(`/jobs/${id}/changes?since=${since}&${knowing(point)}`)),
  send: async (id: Uuid, { id: batch, format, changes }: Pending, point: Point): Promise<Answer> =>
    BatchAnswer.parse(await ask(`/jobs/${id}/changes?${knowing(point)}`, 'POST', { id: batch, format, changes })),
};
export type Api = typeof api;

const knowing = ({ sequence, at }: Point): string => `known=${sequence}${at === null ? '' : `&at=${at}`}`;
