import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { Words } from '../../ui/Words';
import { BrandBar } from './BrandBar';

/** A page that has something to say and a way on, where there is nothing else to show. */
export function WordsPage({ title, children }: { title: string; children: ReactNode }) {
  const tones = useTones();
  return (
    <View style={[styles.page, { backgroundColor: tones.page }]}>
      <BrandBar />
      <View role="main" style={styles.body}>
        <Words size="title" strong heading={2}>
          {title}
        </Words>
        {children}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  body: { padding: 24, gap: 12, paddingTop: 48, maxWidth: 560, alignSelf: 'center', width: '100%' },
});
