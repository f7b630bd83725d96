import type { ItemOf } from '@alveus/plan';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch } from '../../store';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Heading, IconButton, usePrint, Words } from '../../ui/measured';

type Setup = ItemOf<'setup'>;

/** A setup's name and its height of instrument, over its shots. */
export const SetupHead = memo(function SetupHead({ setup, height }: { setup: Setup; height: number | undefined }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const print = usePrint();
  return (
    <>
      <Heading
        action={
          <IconButton
            name="edit"
            label={`Edit ${setup.name}`}
            onPress={() => dispatch(sheetOpened({ sheet: 'setup', setup: setup.id }))}
          />
        }
      >
        {setup.name}
      </Heading>
      <View style={[styles.height, { backgroundColor: tones.waterSoft }]}>
        <Words>Height of instrument</Words>
        <Words strong size="large">
          {height === undefined ? 'needs a backsight' : print(height, 'elevation')}
        </Words>
      </View>
    </>
  );
});

/** The next shot from a setup. */
export const SetupFoot = memo(function SetupFoot({ setup }: { setup: Setup }) {
  const dispatch = useAppDispatch();
  return (
    <View style={styles.pad}>
      <Button
        icon="plus"
        onPress={() => dispatch(sheetOpened({ sheet: 'shot', setup: setup.id, corrects: undefined }))}
      >
        {`Shoot from ${setup.name}`}
      </Button>
    </View>
  );
});

const styles = StyleSheet.create({
  pad: { padding: 12, gap: 8 },
  height: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'baseline',
    paddingHorizontal: 12,
    paddingVertical: 6,
  },
});
