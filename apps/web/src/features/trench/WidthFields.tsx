import { INCH, trenchWidth } from '@alveus/core';
import { WidthRule } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { Choice, PlanMeasure, usePrint, useUnits } from '../../ui/measured';

/** Buckets that machines come with, m: common practice. */
const BUCKETS = {
  inches: [6, 8, 12, 18, 24, 30, 36].map((width) => width * INCH),
  metric: [0.15, 0.2, 0.3, 0.45, 0.6, 0.75, 0.9],
};

const [FIXED, ROOM] = WidthRule.options;

/** How the trench's width follows: from the bucket, from the pipe, or from a standard. */
export function WidthFields({ rule, onChange }: { rule: WidthRule; onChange: (rule: WidthRule) => void }) {
  const print = usePrint();
  const system = useUnits().system === 'metric' ? 'metric' : 'inches';
  const start: Record<WidthRule['rule'], WidthRule> = {
    fixed: {
      rule: 'fixed',
      width: rule.rule === 'fixed' ? rule.width : trenchWidth({ rule: 'd2321' }, { outside: 0.2, nominal: 0.2 }, 0),
    },
    room: { rule: 'room', each: 0.25, beside: 'outside' },
    d2321: { rule: 'd2321' },
    en1610: { rule: 'en1610' },
  };
  return (
    <View style={styles.group}>
      <Choice
        label="Trench width"
        options={[
          { value: 'fixed', label: 'Bucket' },
          { value: 'room', label: 'Pipe + room' },
          { value: 'd2321', label: 'ASTM D2321' },
          { value: 'en1610', label: 'EN 1610' },
        ]}
        value={rule.rule}
        onChange={(name) => onChange(start[name])}
      />
      {rule.rule === 'fixed' ? (
        <>
          <Choice
            label="Width of the bucket"
            options={BUCKETS[system].map((width) => ({ value: String(width), label: print(width, 'thickness') }))}
            value={String(BUCKETS[system].find((width) => Math.abs(width - rule.width) < 5e-4))}
            onChange={(width) => onChange({ ...rule, width: Number(width) })}
          />
          <PlanMeasure
            label="Or another width"
            quantity="thickness"
            value={rule.width}
            limit={FIXED.shape.width}
            onChange={(width) => width !== undefined && onChange({ ...rule, width })}
          />
          <PlanMeasure
            label="Teeth stick out, each side"
            quantity="thickness"
            value={rule.teeth}
            limit={FIXED.shape.teeth}
            optional
            onChange={(teeth) => {
              const { teeth: _before, ...rest } = rule;
              onChange(teeth === undefined ? rest : { ...rest, teeth });
            }}
            hint="They dig wider than the bucket’s size; empty where they do not"
          />
        </>
      ) : null}
      {rule.rule === 'room' ? (
        <>
          <PlanMeasure
            label="Room each side"
            quantity="thickness"
            value={rule.each}
            limit={ROOM.shape.each}
            onChange={(each) => each !== undefined && onChange({ ...rule, each })}
          />
          <Choice
            label="Beside the"
            options={[
              { value: 'outside', label: 'True outside' },
              { value: 'nominal', label: 'Nominal size' },
            ]}
            value={rule.beside}
            onChange={(beside) => onChange({ ...rule, beside })}
          />
        </>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ group: { gap: 10 } });
