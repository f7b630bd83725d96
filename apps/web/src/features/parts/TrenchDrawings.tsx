import { TrenchSection } from '../../drawing/trench';
import { useAppSelector } from '../../store';
import { selectLive, selectPlace } from '../../store/results';

/** The trench at the station line. */
export function TrenchView({ height }: { height: number }) {
  const place = useAppSelector(selectPlace);
  const plan = useAppSelector((state) => selectLive(state).plan);
  const { system, fraction } = useAppSelector((state) => state.settings);
  return <TrenchSection place={place} plan={plan} height={height} system={system} fraction={fraction} />;
}

export { GroundTaken } from '../../drawing/open';
export { StillTrench } from '../../drawing/trench';
