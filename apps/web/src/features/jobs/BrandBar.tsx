import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { Bar } from '../../ui/Bar';
import { Icon } from '../../ui/Icon';
import { Words } from '../../ui/Words';

/** The bar with the product's name. It stands as the page's static shell shows it before any script has run. */
export function BrandBar({ children }: { children?: ReactNode }) {
  const tones = useTones();
  return (
    <Bar deep>
      <View style={styles.brand}>
        <Icon name="trench" color={tones.onWater} size={30} />
        <Words size="title" strong tone="onWater" heading={1}>
          Alveus
        </Words>
      </View>
      {children}
    </Bar>
  );
}

const styles = StyleSheet.create({
  brand: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingLeft: 14 },
});
