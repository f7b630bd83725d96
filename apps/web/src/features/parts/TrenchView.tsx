import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';

/** What draws trenches comes with the stage or the paper that first shows one. */

const drawings = () => import('./TrenchDrawings');

/** Fetched beside the stage that shows it at once. */
export const fetchTrench = (): void => void TrenchView.load().catch(() => undefined);

export const TrenchView = later(() => drawings().then((module) => module.TrenchView), null, NotHere);
export const GroundTaken = later(() => drawings().then((module) => module.GroundTaken), null, NotHere);
/** As on paper. */
export const StillTrench = later(() => drawings().then((module) => module.StillTrench), null, NotHere);
