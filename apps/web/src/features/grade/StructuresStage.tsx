import { StyleSheet, View } from 'react-native';
import type { ReactNode } from 'react';
import { panelOpened, useAppDispatch } from '../../store';
import { Heading, IconButton, useArrangement, Words } from '../../ui';
import { LineBar } from '../parts/LineBar';
import { SectionView } from '../parts/SectionView';
import { StageLayout } from '../parts/StageLayout';
import { StructureCards } from './StructureCards';
import { StructureTable } from './StructureTable';

const DRAWINGS = [
  { above: 220, draw: (height: number) => <SectionView height={height} handles /> },
  { above: 0, draw: (height: number) => <StructureTable height={height} /> },
] as const;

/**
 * The structures of the line, or of its way to the outlet, with their rims, inverts, depths and drops, each typed over in
 * its place.
 * @param shown what chooses between the two
 */
export function StructuresStage({ shown, figures }: { shown: ReactNode; figures: ReactNode }) {
  const dispatch = useAppDispatch();
  const wide = useArrangement() === 'wide';
  return (
    <StageLayout
      stage="grade"
      drawings={DRAWINGS}
      numbers={
        <>
          <Heading action={<IconButton name="close" label="Close" onPress={() => dispatch(panelOpened(null))} />}>
            Structures
          </Heading>
          {shown}
          <LineBar />
          {wide ? figures : <StructureCards />}
          <View style={styles.body}>
            <Words size="small" tone="muted">
              Typing a level locks it; the rest follows. On a keyboard, Alt with up or down moves a level by the
              smallest step crews set; Enter goes on.
            </Words>
          </View>
        </>
      }
    />
  );
}

const styles = StyleSheet.create({ body: { padding: 12 } });
