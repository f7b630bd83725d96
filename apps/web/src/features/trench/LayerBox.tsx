import type { Edit, LayerMaterial } from '@alveus/plan';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { IconButton, Words } from '../../ui/measured';
import { MaterialChoice } from './MaterialChoice';

interface LayerBoxProps {
  title: string;
  material: LayerMaterial;
  /** @param more what is new to the job with it */
  onMaterial: (material: LayerMaterial, more: readonly Edit[]) => void;
  onRemove: () => void;
  /** How far it reaches. */
  children: ReactNode;
}

/** A layer of a section: how far it reaches, and what of. */
export function LayerBox({ title, material, onMaterial, onRemove, children }: LayerBoxProps) {
  const tones = useTones();
  return (
    <View style={[styles.layer, { borderColor: tones.line }]} role="group" aria-label={title}>
      <View style={styles.head}>
        <Words strong style={styles.flex}>
          {title}
        </Words>
        <IconButton name="trash" label={`Remove ${title}`} onPress={onRemove} />
      </View>
      {children}
      <MaterialChoice material={material} onChange={onMaterial} />
    </View>
  );
}

const styles = StyleSheet.create({
  layer: { borderWidth: 1, borderRadius: 8, padding: 10, gap: 8 },
  head: { flexDirection: 'row', alignItems: 'center' },
  flex: { flex: 1 },
});
