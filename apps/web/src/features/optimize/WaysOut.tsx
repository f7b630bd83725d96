import type { Against, WayOut } from '@alveus/core/optimize';
import { waysOut } from '@alveus/core/optimize';
import { useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { newId } from '../../sync/ids';
import { Busy, Button, List, Row, usePrint, useUnits, Words } from '../../ui/measured';
import { useSay } from '../parts/useSay';

/** Longest that is waited for them, ms. */
const PATIENCE = 3000;

/** What could give where limits cannot hold together, each to be tried; worked out once the rest is on the screen. */
export function WaysOut({ against, watch }: { against: Against; watch: boolean }) {
  const evaluation = useAppSelector(selectCommitted);
  const { system } = useUnits();
  const key = useMemo(() => ({ evaluation, against, watch, system }), [evaluation, against, watch, system]);
  const [found, setFound] = useState<{ readonly of: unknown; readonly ways: readonly WayOut[] }>();
  useEffect(() => {
    const timer = setTimeout(() => {
      const until = performance.now() + PATIENCE;
      const ways = waysOut(key.evaluation, key.against, { watch, system, newId }, () => performance.now() < until);
      setFound({ of: key, ways });
    }, 30);
    return () => clearTimeout(timer);
  }, [key, watch, system]);
  if (found?.of !== key) return <Busy>Working out what would help…</Busy>;
  return <Ways ways={found.ways} />;
}

function Ways({ ways }: { ways: readonly WayOut[] }) {
  const dispatch = useAppDispatch();
  const say = useSay();
  const print = usePrint();
  const short = ways.reduce((least, { by }) => Math.min(least, by ?? Infinity), Infinity);
  if (ways.length === 0)
    return (
      <View style={styles.body}>
        <Words tone="muted">No single change solves this. Unlock one of the figures above.</Words>
      </View>
    );
  return (
    <View>
      <View style={styles.body}>
        <Words strong heading={3}>
          What would help
        </Words>
        {short < Infinity ? (
          <Words>{`It is short by ${print(short, 'distance')}. Any one of these solves it:`}</Words>
        ) : null}
      </View>
      <List label="What would help">
        {ways.map(({ words, edits, inverts, dig }, index) => (
          <Row
            key={index}
            noteLines="all"
            title={say(words)}
            note={dig === undefined ? 'cost is not digging' : `${print(dig, 'volume')} of digging in all`}
            after={
              <Button
                icon="watch"
                label={`Try it: ${say(words)}`}
                onPress={() =>
                  dispatch(sheetOpened({ sheet: 'try', words: say(words), edits: [...edits, ...inverts] }))
                }
              >
                Try it
              </Button>
            }
          />
        ))}
      </List>
    </View>
  );
}

const styles = StyleSheet.create({ body: { padding: 12, gap: 6 } });
