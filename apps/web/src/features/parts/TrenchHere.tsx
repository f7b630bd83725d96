import type { Place } from '@alveus/core';
import { crossingsAt, numberFor } from '@alveus/core';
import { groundwaterAt, utilitiesInReach } from '@alveus/core/cross';
import { useMemo } from 'react';
import type { Reach } from '../../drawing/trench';
import { TrenchSection } from '../../drawing/trench';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectLive, selectPlace } from '../../store/results';

/** The trench at the station line. */
export function TrenchView({ height }: { height: number }) {
  const place = useAppSelector(selectPlace);
  const plan = useAppSelector((state) => selectLive(state).plan);
  const { system, fraction } = useAppSelector((state) => state.settings);
  return (
    <TrenchSection
      place={place}
      plan={plan}
      reach={useReach(place)}
      height={height}
      system={system}
      fraction={fraction}
    />
  );
}

/** What else lies in the ground at a place. */
function useReach(place: Place | undefined): Reach | undefined {
  const evaluation = useAppSelector(selectEvaluation);
  return useMemo(() => {
    if (!place) return undefined;
    const { run, station } = place;
    const hand = numberFor(evaluation.profile, 'hand-dig').value;
    return {
      utilities: utilitiesInReach(run, crossingsAt(evaluation, run.id), station.at, hand),
      groundwater: groundwaterAt(run, evaluation.site.pits.get(run.id) ?? [], station.at),
    };
  }, [evaluation, place]);
}
