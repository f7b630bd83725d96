import type { LayerMaterial } from '@alveus/plan';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { used, useAppDispatch, useAppSelector } from '../../store';
import { useTones } from '../../theme/ThemeProvider';
import { IconButton, Picker, usePrint, Words } from '../../ui/measured';

interface LayerBoxProps {
  title: string;
  material: LayerMaterial;
  onMaterial: (material: LayerMaterial) => void;
  onRemove: () => void;
  /** How far it reaches. */
  children: ReactNode;
}

/** A layer of a section: how far it reaches, and what of. */
export function LayerBox({ title, material, onMaterial, onRemove, children }: LayerBoxProps) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const print = usePrint();
  const materials = useAppSelector((state) => state.job.plan.material);
  const recent = useAppSelector((state) => state.view.recent);
  return (
    <View style={[styles.layer, { borderColor: tones.line }]} role="group" aria-label={title}>
      <View style={styles.head}>
        <Words strong style={styles.flex}>
          {title}
        </Words>
        <IconButton name="trash" label={`Remove ${title}`} onPress={onRemove} />
      </View>
      {children}
      <Picker
        label="Material"
        options={[
          ...Object.values(materials).map(({ id, name, density }) => ({
            value: id,
            label: name,
            note: `${print(density, 'density')} placed`,
          })),
          { value: 'native', label: 'Native soil', note: 'what came out of the trench' },
        ]}
        value={material}
        likely={recent}
        onChange={(next) => {
          dispatch(used(next));
          onMaterial(next);
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  layer: { borderWidth: 1, borderRadius: 8, padding: 10, gap: 8 },
  head: { flexDirection: 'row', alignItems: 'center' },
  flex: { flex: 1 },
});
