import type { Settings } from '../../store/frame/settings';
import { settingsChanged } from '../../store/frame/settings';
import { useFrameDispatch, useFrameSelector } from '../../store/frame/hooks';
import { Choice } from '../../ui';

const SYSTEMS: readonly { value: Settings['system']; label: string }[] = [
  { value: 'feet', label: 'Decimal feet' },
  { value: 'inches', label: 'Feet and inches' },
  { value: 'metric', label: 'Metric' },
];

/** Units and light, as this device prefers them. */
export function DeviceSettings() {
  const dispatch = useFrameDispatch();
  const settings = useFrameSelector((state) => state.settings);
  return (
    <>
      <Choice
        label="Units"
        options={SYSTEMS}
        value={settings.system}
        onChange={(system) => dispatch(settingsChanged({ system }))}
      />
      {settings.system === 'metric' ? null : (
        <Choice
          label="Inches shown to"
          options={[
            { value: '8', label: '1/8 in' },
            { value: '16', label: '1/16 in' },
          ]}
          value={settings.fraction === 16 ? '16' : '8'}
          onChange={(value) => dispatch(settingsChanged({ fraction: value === '16' ? 16 : 8 }))}
        />
      )}
      <Choice
        label="Light or dark"
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
