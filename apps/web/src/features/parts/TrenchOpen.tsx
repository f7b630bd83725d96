import { DEFAULT_NATIVE, FOOT, LADDER_FROM } from '@alveus/core';
import type { CrossSection } from '@alveus/core/cross';
import { crossSection, openingOf } from '@alveus/core/cross';
import { classDepths, classesAlong, heapSide, spoilOf, stripOfGround } from '@alveus/core/spoil';
import type { ItemOf } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { GroundTaken } from '../../drawing/open';
import { DepthBand } from '../../drawing/open/DepthBand';
import type { StripAlong, Strips } from '../../drawing/sketch';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectLive, selectPlace, selectRoute } from '../../store/results';
import { usePrint, Words } from '../../ui/measured';
import { SketchView } from './SketchView';
import { TrenchView } from './TrenchHere';

/** The trench as it stands open: in section, from above, by its depth along the line, and in words. */

/** The native soil as it is, or as it usually is. */
function useNative(): ItemOf<'native'> {
  return useAppSelector((state) => selectLive(state).plan.native[ONLY]) ?? DEFAULT_NATIVE;
}

/** The trench as it stands open at the station, with its spoil. */
export function OpenTrench({ height }: { height: number }) {
  const place = useAppSelector(selectPlace);
  const native = useNative();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const cross = useMemo(() => place && crossSection(place.run, place.station.at), [place]);
  if (!place || !cross) return <TrenchView height={height} />;
  const spoil = spoilOf(cross, native);
  const { run } = place.run;
  return (
    <GroundTaken
      cross={cross}
      spoil={spoil}
      strip={stripOfGround(cross, spoil, heapSide(cross))}
      invert={place.run.envelope?.invert ?? 0}
      shield={run.protection === 'shielded' ? run.cut?.shield : undefined}
      ladder={cross.depth >= LADDER_FROM && run.protection !== 'not-entered'}
      height={height}
      system={system}
      fraction={fraction}
    />
  );
}

/** So often along a run the strip of ground is worked out. */
const PLACES = 12;

/** The sketch with the strip of ground that each trench takes while it stands open. */
export function FromAbove({ height }: { height: number }) {
  const evaluation = useAppSelector(selectEvaluation);
  const native = useNative();
  const strips = useMemo((): Strips => {
    const found = new Map<string, StripAlong[]>();
    for (const run of evaluation.runs.values()) {
      const along: StripAlong[] = [];
      for (let place = 0; place <= PLACES; place += 1) {
        const at = (run.length * place) / PLACES;
        const cross = crossSection(run, at);
        if (cross) along.push(stripAt(at, cross, native));
      }
      if (along.length > 1) found.set(run.id, along);
    }
    return found;
  }, [evaluation, native]);
  return <SketchView height={height} strips={strips} />;
}

function stripAt(at: number, cross: CrossSection, native: ItemOf<'native'>): StripAlong {
  const first = cross.hole[0]?.[0] ?? 0;
  return {
    at,
    ...stripOfGround(cross, spoilOf(cross, native), heapSide(cross)),
    open: { left: -first, right: first + openingOf(cross) },
  };
}

const CLASS_WORDS = {
  shallow: 'shallow',
  ladder: 'L: a ladder',
  protect: 'P: protection',
  engineer: 'E: designed by an engineer',
};

/** How deep it is along the line, in the classes by which it is made safe. */
export function DepthClasses() {
  const print = usePrint();
  const line = useAppSelector(selectRoute);
  const runs = useAppSelector((state) => selectEvaluation(state).runs);
  const profile = useAppSelector((state) => selectEvaluation(state).profile);
  const station = useAppSelector((state) => state.view.station);
  const classes = useMemo(() => (line ? classesAlong(line, runs, profile) : []), [line, runs, profile]);
  if (!line || classes.length === 0) return null;
  const depths = classDepths(profile);
  const lengths = new Map<keyof typeof CLASS_WORDS, number>();
  for (const { class: name, from, to } of classes) lengths.set(name, (lengths.get(name) ?? 0) + to - from);
  const words = [...lengths].map(([name, long]) => {
    const from = depths[name] > 0 ? ` from ${print(depths[name], 'depth')}` : '';
    return `${CLASS_WORDS[name]}${from}, ${print(long, 'distance')}`;
  });
  return (
    <View style={styles.band}>
      <DepthBand
        classes={classes}
        length={line.order.length}
        station={station}
        label={`Depth along the line: ${words.join('; ')}`}
      />
      <Words size="small" tone="muted">
        {words.join(' · ')}
      </Words>
    </View>
  );
}

/** The strip of ground in words, for those who do not see the drawing. */
export function GroundWords() {
  const print = usePrint();
  const place = useAppSelector(selectPlace);
  const native = useNative();
  const cross = useMemo(() => place && crossSection(place.run, place.station.at), [place]);
  if (!cross || cross.depth <= FOOT / 4) return null;
  const spoil = spoilOf(cross, native);
  const { left, right } = stripOfGround(cross, spoil, heapSide(cross));
  return (
    <Words>
      {`Dug open here it is ${print(openingOf(cross), 'distance')} wide at the top. All the spoil piled ${print(spoil.setback, 'distance')} from the edge is ${print(spoil.height, 'distance')} high and ${print(spoil.base, 'distance')} wide: ${print(left + right, 'distance')} of space.`}
    </Words>
  );
}

const styles = StyleSheet.create({
  band: { paddingHorizontal: 12, paddingBottom: 8, gap: 2 },
});
