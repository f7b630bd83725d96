import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { Button, Heading, List, Row, usePrint, Words } from '../../ui/measured';

/** The points that everything hangs on. */
export const Benchmarks = memo(function Benchmarks() {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const benchmarks = Object.values(useAppSelector((state) => state.job.plan.benchmark));
  return (
    <>
      <Heading
        action={
          <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'benchmark', benchmark: undefined }))}>
            Benchmark
          </Button>
        }
      >
        Benchmarks
      </Heading>
      {benchmarks.length === 0 ? (
        <View style={styles.pad}>
          <Words>
            Start from a point that will not move: a step, a lid, a nail in a tree. If nobody gave its elevation, use
            100.00.
          </Words>
        </View>
      ) : (
        <List label="Benchmarks">
          {benchmarks.map(({ id, name, assumed, description, elevation }) => (
            <Row
              key={id}
              title={name}
              note={[assumed ? 'assumed' : 'given', description].filter(Boolean).join(' · ')}
              onPress={() => dispatch(sheetOpened({ sheet: 'benchmark', benchmark: id }))}
              does="Open"
              after={
                <Words size="large" strong>
                  {print(elevation, 'elevation')}
                </Words>
              }
            />
          ))}
        </List>
      )}
    </>
  );
});

const styles = StyleSheet.create({ pad: { padding: 12, gap: 8 } });
