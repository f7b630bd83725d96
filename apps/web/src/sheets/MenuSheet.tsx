import { SYSTEMS } from '@alveus/core';
import { savePlanFile } from '@alveus/plan';
import { useRouter } from 'expo-router';
import { Sheet } from '../parts/Sheet';
import { Button, Choice } from '../parts/Tap';
import { settingsChanged, useAppDispatch, useAppSelector } from '../store';
import { saveText } from '../sync/files';

const SYSTEM_WORDS = { feet: 'Decimal feet', inches: 'Feet and inches', metric: 'Metric' } as const;

/** Units and light for this device; files and rules of this job. */
export function MenuSheet({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const job = useAppSelector((state) => state.job);
  return (
    <Sheet title="This job and this device" onClose={onClose}>
      <DeviceSettings />
      {job.id ? (
        <>
          <Button icon="file" onPress={() => saveText(`${job.name}.alveus.json`, 'application/json', savePlanFile(job.name, job.plan))}>
            Save plan file
          </Button>
          <Button
            icon="rules"
            onPress={() => {
              onClose();
              router.push(`/job/${job.id}/rules`);
            }}
          >
            Rules in force
          </Button>
        </>
      ) : null}
    </Sheet>
  );
}

export function DeviceSettings() {
  const dispatch = useAppDispatch();
  const settings = useAppSelector((state) => state.settings);
  return (
    <>
      <Choice label="Units" options={SYSTEMS.map((value) => ({ value, label: SYSTEM_WORDS[value] }))} value={settings.system} onChange={(system) => dispatch(settingsChanged({ system }))} />
      {settings.system === 'metric' ? null : (
        <Choice
          label="Inches shown to"
          options={[
            { value: '8', label: '1/8 in' },
            { value: '16', label: '1/16 in' },
          ]}
          value={String(settings.fraction)}
          onChange={(value) => dispatch(settingsChanged({ fraction: value === '16' ? 16 : 8 }))}
        />
      )}
      <Choice
        label="Light"
        options={[
          { value: 'system', label: 'As the device' },
          { value: 'light', label: 'Light' },
          { value: 'dark', label: 'Dark' },
        ]}
        value={settings.theme}
        onChange={(theme) => dispatch(settingsChanged({ theme }))}
      />
    </>
  );
}
