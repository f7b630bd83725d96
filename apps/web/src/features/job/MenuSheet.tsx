import { useRouter } from 'expo-router';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { Button, Sheet } from '../../ui';
import { DeviceSettings } from '../jobs/DeviceSettings';
import { savePlan } from '../jobs/savePlan';

/** Units and light for this device; files and rules of this job. */
export function MenuSheet({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const store = useStore() as Store;
  const id = useAppSelector((state) => state.job.id);
  const save = (): void => savePlan(store.getState().job);
  return (
    <Sheet title="This job and this device" onClose={onClose}>
      <DeviceSettings />
      {id ? (
        <>
          <Button icon="file" onPress={save}>
            Save plan file
          </Button>
          <Button
            icon="rules"
            onPress={() => {
              onClose();
              router.push(`/job/${id}/rules`);
            }}
          >
            Rules
          </Button>
          <Button onPress={() => dispatch(sheetOpened({ sheet: 'print' }))}>Print</Button>
          <Button onPress={() => dispatch(sheetOpened({ sheet: 'keys' }))}>Keys</Button>
          <Button
            onPress={() => {
              onClose();
              router.push('/help');
            }}
          >
            Help
          </Button>
        </>
      ) : null}
    </Sheet>
  );
}
