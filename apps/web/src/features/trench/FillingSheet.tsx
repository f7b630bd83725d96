import type { Hold, Zone } from '@alveus/core/filling';
import { FIRMNESS, firmnessOf, howOf, LIFTS, liftsOf, machineCover, MOST_DIFFERENCE } from '@alveus/core/filling';
import type { LayerMaterial } from '@alveus/plan';
import { classOf, serviceOf } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectPlace } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { DoneFoot, List, Sheet, usePrint, Words } from '../../ui/measured';

const ZONE_WORDS: Readonly<Record<Zone, string>> = {
  bed: 'Bed',
  haunch: 'Haunch',
  side: 'Sides',
  overlay: 'Over the pipe',
  backfill: 'Backfill',
  surface: 'Top',
  pieces: 'Set',
};

const HOLD_WORDS: Readonly<Record<Hold, string>> = {
  bottom: 'the trench bottom, its level and that nothing soft is left',
  bed: 'the bed, to grade',
  pipe: 'the pipe, to line and grade, every joint home',
  cover: 'joints, wyes and levels; tested and inspected where required',
};

/** The trench at the station filled lift by lift, with what must be seen before it is covered. */
export function FillingSheet({ onClose }: { onClose: () => void }) {
  const print = usePrint();
  const tones = useTones();
  const plan = useAppSelector((state) => selectEvaluation(state).plan);
  const place = useAppSelector(selectPlace);
  const { envelope: of, pipe } = place?.run ?? {};
  const { depth, bottom } = place?.station ?? {};
  const service = plan.line[place?.run.run.line ?? '']?.service;
  const field = service !== undefined && serviceOf(service).field === true;
  const drains = (id: LayerMaterial): boolean => {
    const material = plan.material[id];
    return material !== undefined && classOf(material.class).drains === true;
  };
  const inPieces = (id: LayerMaterial): boolean => plan.material[id]?.piece !== undefined;
  const lifts =
    of && depth !== undefined && depth > 0
      ? liftsOf(of, depth, { inPieces, ...(field ? { fieldOf: drains } : {}) })
      : [];
  const nameOf = (material: string): string =>
    material === 'native' ? 'Native soil' : (plan.material[material]?.name ?? 'Material was removed');
  return (
    <Sheet
      title={place ? `Filling ${place.run.run.name} at ${print(place.chainage, 'chainage')}` : 'Filling'}
      onClose={onClose}
      foot={<DoneFoot onDone={onClose} />}
    >
      {lifts.length === 0 || !pipe ? (
        <Words tone="muted">The lifts show here once the ground and the grade are known at this station.</Words>
      ) : (
        <>
          <Words>
            {`${lifts.length} lifts, from the bottom up, both sides alike. ${
              field
                ? 'Nothing heavy crosses a field, now or later: work from beside it.'
                : `Machines may cross with ${print(machineCover(pipe.outside), 'thickness')} over the pipe, whatever its final cover.`
            }`}
          </Words>
          <List label="Lifts from the bottom up">
            {lifts.map(({ zone, material, from, to, mark, before }, index) => (
              <View key={index} role="listitem" style={[styles.lift, { borderColor: tones.line }]}>
                {before.length > 0 ? (
                  <Words strong tone="fix">
                    {`Stop and check ${before.map((hold) => HOLD_WORDS[hold]).join('; ')}`}
                  </Words>
                ) : null}
                <Words strong>
                  {`${index + 1}. ${ZONE_WORDS[zone]}: ${nameOf(material)}, ${print(to - from, 'thickness')}`}
                </Words>
                <Words size="small" tone="muted">
                  {`${howOf(zone, field)}${workedWords(zone, plan.material[material]?.class ?? 'native', place?.run.run.vehicles ?? false, field)} · top at ${bottom === undefined ? '–' : print(bottom + to, 'elevation')} · ${markWords(mark, (value) => print(value, 'thickness'))}`}
                </Words>
              </View>
            ))}
          </List>
          {lifts.some(({ zone }) => zone === 'pieces') ? (
            <Words>
              {`Anything set in one piece is filled along its middle first, from both sides in turn: never more than ${print(MOST_DIFFERENCE, 'thickness')} higher on one side.`}
            </Words>
          ) : null}
          <Words size="small" tone="muted">
            Thicknesses and passes are common practice: the material, the machine and the owner’s specification decide.
            {field ? '' : 'Percent of standard Proctor, by the kind of soil.'}
          </Words>
        </>
      )}
    </Sheet>
  );
}

/** How often a lift is gone over, and how firm it is to be. */
function workedWords(zone: Zone, of: Parameters<typeof firmnessOf>[1], vehicles: boolean, field: boolean): string {
  const { passes } = LIFTS[zone];
  const firmness = firmnessOf(zone, of, vehicles, field);
  const firm = firmness === 'placed' ? '' : `, to ${Math.round(FIRMNESS[firmness] * 100)} %`;
  return `${passes > 0 && firmness !== 'placed' ? (passes === 1 ? ', 1 pass' : `, ${passes} passes`) : ''}${firm}`;
}

/** Where the mark for it stands on the pipe. */
const markWords = (mark: number, size: (value: number) => string): string =>
  Math.abs(mark) < 1e-6
    ? 'level with the crown'
    : mark < 0
      ? `${size(-mark)} below the crown`
      : `${size(mark)} above the crown`;

const styles = StyleSheet.create({ lift: { paddingVertical: 8, borderBottomWidth: 1, gap: 2 } });
