import { Sheet } from '../../ui';
import { DeviceSettings } from './DeviceSettings';

/** Units and light, from the list of jobs. */
export function DeviceSheet({ onClose }: { onClose: () => void }) {
  return (
    <Sheet title="This device" onClose={onClose}>
      <DeviceSettings />
    </Sheet>
  );
}
