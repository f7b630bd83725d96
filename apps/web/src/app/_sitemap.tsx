// In place of the router's own list of files.
export { Lost as default } from '../features/jobs/Lost';
