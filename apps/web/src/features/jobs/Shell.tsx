import { View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { Busy } from '../../ui/Busy';
import { BrandBar } from './BrandBar';

/** What stands until the device's storage is open. */
export function Shell() {
  const tones = useTones();
  return (
    <View style={{ flex: 1, backgroundColor: tones.page }}>
      <BrandBar />
      <Busy>Opening…</Busy>
    </View>
  );
}
