import { clearanceFor, TYPED } from '@alveus/core';
import { Distance, UTILITIES } from '@alveus/plan';
import type { Profile, Utility } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { UTILITY_MARKS } from '../../drawing/utilities';
import { useAppSelector } from '../../store';
import { selectLine } from '../../store/results';
import { Choice, Words } from '../../ui/measured';
import { RuleMeasure } from './RuleMeasure';

const SIDE_WORDS = { above: 'Our pipe above it', below: 'Our pipe below it', beside: 'Beside it' } as const;
type Side = keyof typeof SIDE_WORDS;

export const UTILITY_TITLE = 'Clearance to utilities';

/** What is kept from utilities, outside to outside. */
export function UtilityRules({ profile, onChange }: { profile: Profile; onChange: (profile: Profile) => void }) {
  const [utility, setUtility] = useState<Utility>('gas');
  const service = useAppSelector((state) => selectLine(state)?.line.service ?? 'storm');
  const clearance = clearanceFor(profile, service, utility);
  const set =
    (side: Side) =>
    (value: number | undefined): void => {
      if (value !== undefined)
        onChange({
          ...profile,
          clearances: { ...profile.clearances, [utility]: { ...clearance, [side]: value, source: TYPED } },
        });
    };
  return (
    <>
      <Words size="large" strong heading={3}>
        {UTILITY_TITLE}
      </Words>
      <Choice
        label="Utility"
        options={UTILITIES.map((value) => ({
          value,
          label: `${UTILITY_MARKS[value].letter} · ${UTILITY_MARKS[value].word}`,
        }))}
        value={utility}
        onChange={setUtility}
      />
      <View style={styles.row}>
        {(Object.keys(SIDE_WORDS) as Side[]).map((side) => (
          <RuleMeasure
            key={`${utility}${side}`}
            label={SIDE_WORDS[side]}
            quantity="thickness"
            value={clearance[side]}
            limit={Distance}
            onChange={set(side)}
          />
        ))}
      </View>
      <Words size="small" tone="muted">
        {`Rule: ${clearance.source}. The owner of the utility and the local code decide.`}
      </Words>
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 } });
