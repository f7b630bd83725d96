export { JobsScreen as default } from '../stages/jobs/JobsScreen';
