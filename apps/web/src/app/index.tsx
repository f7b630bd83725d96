import { CrashGuard } from '../features/jobs/CrashGuard';
import { JobsScreen } from '../features/jobs/JobsScreen';

export default function Jobs() {
  return (
    <CrashGuard>
      <JobsScreen />
    </CrashGuard>
  );
}
