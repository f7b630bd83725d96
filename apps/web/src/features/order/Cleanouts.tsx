import type { Evaluation } from '@alveus/core';
import { buyingOf, cleanoutsWanting } from '@alveus/core/takeoff';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Card, List, Row, usePrint, Words } from '../../ui/measured';
import { useCard } from './useCard';

/** Cleanouts that the rule of cleaning asks for beyond those that are planned. */
export function Cleanouts({ evaluation }: { evaluation: Evaluation }) {
  const card = useCard();
  const print = usePrint();
  const apart = buyingOf(evaluation.plan).cleanouts;
  const wanting = useMemo(() => cleanoutsWanting(evaluation, apart), [evaluation, apart]);
  if (wanting.length === 0) return null;
  return (
    <Card title="Missing cleanouts" style={card}>
      <View style={styles.text}>
        <Words size="small" tone="muted">
          {`One at the head of a line, at each change of size, and every ${print(apart, 'distance')}: common practice; the local rule decides. They are not ordered until they are in the plan.`}
        </Words>
        <List label="Missing cleanouts">
          {wanting.map(({ run, line, count, why }) => (
            <Row
              key={`${run} ${why}`}
              title={`${evaluation.lines.get(line)?.line.name ?? ''}, ${evaluation.runs.get(run)?.run.name ?? ''}`}
              note={`${count === 1 ? 'one' : count}: ${why}`}
            />
          ))}
        </List>
      </View>
    </Card>
  );
}

const styles = StyleSheet.create({ text: { paddingHorizontal: 12, paddingVertical: 8, gap: 8 } });
