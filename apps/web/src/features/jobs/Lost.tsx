import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { Button } from '../../ui/Button';
import { Words } from '../../ui/Words';
import { BrandBar } from './BrandBar';

/** An address at which there is nothing, with the way home. */
export function Lost() {
  const tones = useTones();
  const router = useRouter();
  return (
    <View style={[styles.page, { backgroundColor: tones.page }]}>
      <BrandBar />
      <View role="main" style={styles.body}>
        <Words size="title" strong heading={2}>
          There is nothing at this address
        </Words>
        <Words>It was typed wrong, or cut off where it was copied. Jobs are opened from their list.</Words>
        <Button kind="main" onPress={() => router.replace('/')}>
          All jobs
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  body: { padding: 24, gap: 12, paddingTop: 48, maxWidth: 560, alignSelf: 'center', width: '100%' },
});
