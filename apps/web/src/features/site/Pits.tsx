import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { Button, Heading, List, Row, usePrint, Words } from '../../ui/measured';

/** Test pits, and what they showed. */
export const Pits = memo(function Pits() {
  const dispatch = useAppDispatch();
  const pits = Object.values(useAppSelector((state) => state.job.plan.testPit));
  const print = usePrint();
  return (
    <>
      <Heading
        action={
          <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'pit', pit: undefined }))}>
            Test pit
          </Button>
        }
      >
        Soil
      </Heading>
      {pits.length === 0 ? (
        <View style={styles.pad}>
          <Words>
            No test pit yet. Dig one where the line is deepest: rock, clay pan and water make a big difference.
          </Words>
        </View>
      ) : (
        <List label="Test pits">
          {pits.map((pit) => {
            const seen = [
              `${print(pit.depth, 'depth')} deep`,
              pit.limiting ? `${pit.limiting.what} at ${print(pit.limiting.depth, 'depth')}` : '',
              pit.groundwater === undefined ? 'no water found' : `water at ${print(pit.groundwater, 'depth')}`,
              pit.description,
            ];
            return (
              <Row
                key={pit.id}
                title={`${pit.name}${pit.soil ? ` · Type ${pit.soil}` : ''}`}
                note={seen.filter(Boolean).join(' · ')}
                onPress={() => dispatch(sheetOpened({ sheet: 'pit', pit: pit.id }))}
                does="Open"
              />
            );
          })}
        </List>
      )}
    </>
  );
});

const styles = StyleSheet.create({ pad: { padding: 12, gap: 10 } });
