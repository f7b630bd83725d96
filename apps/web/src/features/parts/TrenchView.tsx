import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';

/** What draws trenches comes with the stage or the paper that first shows one. */

const drawings = () => import('./TrenchDrawings');

/** Fetched beside the stage that shows it at once. */
export const fetchTrench = (): void => void TrenchView.load().catch(() => undefined);

export const TrenchView = later(() => drawings().then((module) => module.TrenchView), null, NotHere);
export const OpenTrench = later(() => drawings().then((module) => module.OpenTrench), null, NotHere);
export const FromAbove = later(() => drawings().then((module) => module.FromAbove), null, NotHere);
export const DepthClasses = later<object>(() => drawings().then((module) => module.DepthClasses), null, NotHere);
export const GroundWords = later<object>(() => drawings().then((module) => module.GroundWords), null, NotHere);
/** As on paper. */
export const StillTrench = later(() => drawings().then((module) => module.StillTrench), null, NotHere);
