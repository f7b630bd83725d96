import type { Evaluation } from '@alveus/core';
import type { Moved, Sum } from '@alveus/core/takeoff';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { Button, List, Row, usePrint, Words } from '../../ui/measured';

/** What of a material is moved from other trenches, and not ordered. */
export function MovedHere({ sum: { key, moved }, evaluation }: { sum: Sum; evaluation: Evaluation }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const print = usePrint();
  const nameOf = (line: string | undefined): string | undefined =>
    line === undefined ? undefined : evaluation.lines.get(line)?.line.name;
  const noteOf = ({ transfer: { from, place }, over }: Moved): string =>
    [
      `from ${nameOf(from) ?? 'elsewhere'}${place === '' ? '' : `, ${place}`}`,
      ...(over > 1e-9 ? [`${print(over, 'volume')} more than it takes: that saves nothing`] : []),
    ].join(' · ');
  return (
    <>
      <Words strong heading={3}>
        Moved from other trenches
      </Words>
      {moved.length === 0 ? (
        <Words tone="muted">None: everything is ordered. Stone dug up elsewhere can go here.</Words>
      ) : (
        <List label="Moved from other trenches">
          {moved.map((move) => {
            const { transfer } = move;
            const title = `${print(transfer.volume, 'volume')} into ${nameOf(transfer.into) ?? 'a line that was removed'}`;
            return (
              <Row
                key={transfer.id}
                title={title}
                note={noteOf(move)}
                noteLines="all"
                after={
                  <Button
                    label={`Undo the move: ${title}`}
                    onPress={() => edit([{ op: 'remove', kind: 'transfer', id: transfer.id }])}
                  >
                    Undo the move
                  </Button>
                }
              />
            );
          })}
        </List>
      )}
      <View style={styles.button}>
        <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'transfer', article: key }))}>
          Moved from another trench
        </Button>
      </View>
    </>
  );
}

const styles = StyleSheet.create({ button: { flexDirection: 'row' } });
