export { Lost as default } from '../features/jobs/Lost';
