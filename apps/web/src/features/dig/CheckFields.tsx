import type { Check } from '@alveus/core/setout';
import { missed } from '@alveus/core/setout';
import type { Benchmark, Uuid } from '@alveus/plan';
import { View } from 'react-native';
import { Picker, usePrint, Words } from '../../ui/measured';
import { useSay } from '../parts/useSay';
import { ReadingField } from './ReadingField';

interface CheckFieldsProps {
  benchmarks: readonly Benchmark[];
  rod: number;
  value: { readonly benchmark: Uuid; readonly reading: number | undefined };
  onChange: (value: { benchmark: Uuid; reading: number | undefined }) => void;
  from: 'new' | 'now';
  found: (Pick<Check, 'found' | 'by'> & { readonly trusted: boolean }) | undefined;
  /** What the level looked back to from here, which tells less when it is shot again. */
  behind: Uuid | undefined;
  /** How near it must come, m. */
  within: number;
}

/** A point that is known, shot to see whether the level can be trusted. */
export function CheckFields({ benchmarks, rod, value, onChange, from, found, behind, within }: CheckFieldsProps) {
  const print = usePrint();
  const tell = useSay();
  const { benchmark, reading } = value;
  return (
    <>
      <Picker
        label="Checked on"
        options={benchmarks.map(({ id, name, elevation }) => ({
          value: id,
          label: name,
          note: print(elevation, 'elevation'),
        }))}
        value={benchmark}
        onChange={(next) => onChange({ benchmark: next, reading })}
      />
      <ReadingField
        label="Rod on that"
        value={reading}
        onChange={(next) => onChange({ benchmark, reading: next })}
        rod={rod}
        held={{ on: 'benchmark', benchmark, from }}
      />
      {benchmark === behind ? (
        <Words size="small" tone="watch">
          The setup already looked back to this point: shooting it again shows that nothing moved, not that the point is
          right. Another known point shows both.
        </Words>
      ) : null}
      {found ? (
        <View role="status">
          <Words strong tone={found.trusted ? 'settled' : 'stop'}>
            {found.trusted
              ? `Found ${print(found.found, 'elevation')}, off by ${print(Math.abs(found.by), 'elevation')}: good.`
              : `Found ${print(found.found, 'elevation')}, ${tell([missed(found, within)])} too ${found.by < 0 ? 'low' : 'high'}: no good at ${print(within, 'elevation')}. Read both again, then another known point.`}
          </Words>
        </View>
      ) : (
        <Words size="small" tone="muted">
          Digging without a check is at your own risk: a tripod leg that sinks or a bumped benchmark shows only there.
        </Words>
      )}
    </>
  );
}
