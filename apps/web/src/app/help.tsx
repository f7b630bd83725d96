import { CrashGuard } from '../features/jobs/CrashGuard';
import { Busy } from '../ui/Busy';
import { later } from '../ui/later';
import { NotHere } from '../ui/NotHere';

const HelpPage = later<object>(
  () => import('../features/help/HelpPage').then((module) => module.HelpPage),
  <Busy>Opening help…</Busy>,
  NotHere,
);

export default function Help() {
  return (
    <CrashGuard>
      <HelpPage />
    </CrashGuard>
  );
}
