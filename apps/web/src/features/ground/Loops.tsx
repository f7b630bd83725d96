import type { Circuit, Phrase } from '@alveus/core';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectRested } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Icon, IconButton, usePrint, Words } from '../../ui/measured';
import { useSay } from '../parts/useSay';

/** How each loop closed, before and after what was left was spread. */
export const Loops = memo(function Loops() {
  const circuits = useAppSelector((state) => selectRested(state).book.circuits);
  return circuits.map((circuit) => <Loop key={circuit.setups.join()} circuit={circuit} />);
});

function Loop({ circuit }: { circuit: Circuit }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const print = usePrint();
  const tell = useSay();
  const size = (value: number): string => print(value, 'elevation');
  const adjusting = useAppSelector((state) => selectRested(state).book.levelling.adjust);
  const benchmark = useAppSelector((state) => state.job.plan.benchmark[circuit.to]?.name ?? 'its benchmark');
  const { misclosure, allowed, by, adjusted, setups, suspects, sumBack, sumFore, rise } = circuit;
  const good = Math.abs(misclosure) <= allowed + 1e-9;
  const tone = good ? 'settled' : 'fix';
  const judged = `${size(allowed)} is allowed${by === 'setups' ? ` for ${setups.length} setups` : ''}.`;
  const names = useAppSelector((state) => suspects.map((id) => state.job.plan.setup[id]?.name ?? '').join(', '));
  const spread = adjusted
    ? ` Spread over its setups, ${tell([{ value: -misclosure / setups.length, quantity: 'elevation', unlike: 0 }])} each.`
    : good
      ? ''
      : ` Not spread: find the wrong reading${names === '' ? '' : `, likely at ${names}`}.`;
  return (
    <View style={[styles.loop, { borderColor: tones[tone] }]} role="group" aria-label="Loop closure">
      <View style={styles.head}>
        <Icon name={good ? 'check' : 'fix'} color={tones[tone]} />
        <Words strong size="large" style={styles.flex}>
          {`Loop to ${benchmark}, ${setups.length} ${setups.length === 1 ? 'setup' : 'setups'}`}
        </Words>
        <IconButton name="edit" label="Allowed miss" onPress={() => dispatch(sheetOpened({ sheet: 'levelling' }))} />
      </View>
      <Words>{`${missWords(circuit, tell)}${judged}${spread}`}</Words>
      <Words size="small" tone="muted">
        {`Check: backsights ${size(sumBack)} − foresights ${size(sumFore)} = ${size(sumBack - sumFore)}; rise ${size(rise)}.${adjusting ? '' : ' Spreading is turned off.'}`}
      </Words>
    </View>
  );
}

/** By how much it misses, before what is allowed. */
export const missWords = ({ misclosure }: Circuit, tell: (phrase: Phrase) => string): string =>
  Math.abs(misclosure) < 1e-6
    ? 'Closes exactly; '
    : `Misses by ${tell([{ value: misclosure, quantity: 'elevation', unlike: 0 }])}; `;

const styles = StyleSheet.create({
  loop: { borderWidth: 2, borderRadius: 8, margin: 12, padding: 12, gap: 4 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  flex: { flex: 1 },
});
