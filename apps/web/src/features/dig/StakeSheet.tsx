import type { Knockout } from '@alveus/core/setout';
import { readingOf, stakeOf } from '@alveus/core/setout';
import type { Uuid } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { DoneFoot, Sheet, usePrint, Words } from '../../ui/measured';
import { ClockFace, hourWords } from './ClockFace';
import { useDig } from './useDig';

/** What is written on the stake of a structure. */
export function StakeSheet({ node, onClose }: { node: Uuid; onClose: () => void }) {
  const print = usePrint();
  const dig = useDig();
  const stake = stakeOf(dig.evaluation, node);
  if (!stake) return null;
  const { ground, rim, bottom, base, holed, knockouts, risers } = stake;
  const instrument = dig.instrumentAt(knockouts[0]?.run ?? '');
  const level = instrument?.by === 'laser' ? undefined : instrument;
  return (
    <Sheet title={`Stake: ${stake.node.name}`} onClose={onClose} foot={<DoneFoot onDone={onClose} />} read>
      <View role="table" aria-label="On the stake">
        <Line head cells={['What', 'Elevation', level?.by === 'direct' ? 'Rod' : 'Rod reading', 'Down from ground']} />
        {(
          [
            [holed ? 'Bottom of the hole' : 'Bottom of the trench', bottom],
            ...(holed ? ([['Top of its base', base]] as const) : []),
            ...knockouts.map((knockout): [string, number | undefined] => [knockoutWords(knockout), knockout.invert]),
            ['Rim', rim],
          ] as const
        ).map(([name, elevation]) => (
          <Line
            key={name}
            cells={[
              name,
              elevation === undefined ? '—' : print(elevation, 'elevation', true),
              elevation === undefined || !level ? '—' : print(readingOf(level, elevation, 0), 'elevation', true),
              elevation === undefined || ground === undefined ? '—' : print(ground - elevation, 'elevation', true),
            ]}
          />
        ))}
      </View>
      {risers === undefined ? null : risers < 0 ? (
        <Words tone="fix">{`Its top is ${print(-risers, 'distance')} above the rim: use a shorter one, or a deeper base.`}</Words>
      ) : (
        <Words>{`Risers and frame make up ${print(risers, 'distance')} to the rim.`}</Words>
      )}
      {knockouts.some(({ clock }) => clock !== undefined) ? (
        <>
          <ClockFace knockouts={knockouts} />
          <Words size="small" tone="muted">
            From above, with the outgoing pipe at 6 o’clock; common practice.
          </Words>
        </>
      ) : (
        <Words size="small" tone="muted">
          The directions of its pipes show once it is on the sketch.
        </Words>
      )}
      {holed ? null : (
        <Words size="small" tone="muted">
          No hole set: the bottom is that of its deepest trench.
        </Words>
      )}
      {level ? null : (
        <Words tone="watch">
          No readings: {dig.trust.is === 'doubted' ? 'the setup is not checked' : 'set up the level first'}.
        </Words>
      )}
    </Sheet>
  );
}

const knockoutWords = ({ way, name, clock }: Knockout): string =>
  `${way === 'out' ? 'Out' : 'In'}${clock === undefined ? '' : ` at ${hourWords(clock)}`}: ${name}`;

function Line({ cells, head = false }: { cells: readonly string[]; head?: boolean }) {
  const tones = useTones();
  return (
    <View role="row" style={[styles.row, { borderColor: tones.line }]}>
      {cells.map((cell, index) => (
        <View key={index} role={head ? 'columnheader' : 'cell'} style={index === 0 ? styles.name : styles.figure}>
          <Words
            size={head ? 'small' : 'body'}
            strong={head || index === 2}
            tone={head ? 'muted' : 'ink'}
            style={index === 0 ? undefined : styles.right}
          >
            {cell}
          </Words>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, borderBottomWidth: 1, paddingVertical: 8, alignItems: 'center' },
  name: { flex: 1.6 },
  figure: { flex: 1, alignItems: 'flex-end' },
  right: { textAlign: 'right' },
});
