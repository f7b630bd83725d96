/** All that draws trenches, as it is fetched. */
export { StillTrench } from '../../drawing/trench';
export { TrenchView } from './TrenchHere';
export { DepthClasses, FromAbove, GroundWords, OpenTrench } from './TrenchOpen';
