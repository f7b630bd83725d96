import type { Place } from '@alveus/core';
import { layerTops, print, sectionIdOf } from '@alveus/core';
import { PROTECTIONS } from '@alveus/plan';
import type { Plan } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { LongSection } from '../../drawing/LongSection';
import { TrenchSection } from '../../drawing/TrenchSection';
import { Figure, FigureGrid } from '../../parts/Figure';
import { Findings } from '../../parts/Findings';
import { Button, Choice } from '../../parts/Tap';
import { useDrawingRoom, useWide } from '../../parts/useWide';
import { PROTECTION_WORDS } from '../../parts/words';
import { Words } from '../../parts/Words';
import { selectEvaluation, selectFindings, selectPlace, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Empty } from '../Empty';
import { Heading } from '../Heading';
import { LineChooser } from '../grade/LineChooser';
import { StageLayout } from '../StageLayout';

const RULES = new Set(['protection', 'trench-narrow', 'layer-out-of-ground', 'surface-cuts-layers', 'layers-overlap', 'out-of-ground', 'least-cover', 'ground-missing']);

/** How deep, and what goes round the pipe? */
export function TrenchStage() {
  const wide = useWide();
  const room = useDrawingRoom();
  const place = useAppSelector(selectPlace);
  const { plan } = useAppSelector(selectEvaluation);
  const findings = useAppSelector(selectFindings).filter((finding) => RULES.has(finding.rule));
  if (!place) return <Empty />;
  const ref = { run: place.run.id, at: place.station.at };
  return (
    <StageLayout
      drawing={
        <>
          <LongSection height={wide ? Math.round(room * 0.38) : 156} handles={false} />
          <TrenchSection place={place} plan={plan} height={wide ? Math.floor(room * 0.62) : 280} />
        </>
      }
      numbers={
        <>
          <LineChooser />
          <FigureGrid columns={3}>
            <Figure label="Trench depth" value={place.station.depth} quantity="depth" figure={{ figure: 'depth', ...ref }} />
            <Figure label="Width" value={place.run.trench?.width} quantity="thickness" figure={{ figure: 'width', run: place.run.id }} />
            <Figure label="Cover" value={place.station.cover} quantity="depth" figure={{ figure: 'cover', ...ref }} />
          </FigureGrid>
          <Layers place={place} plan={plan} />
          <Protection place={place} />
          <Heading>Findings</Heading>
          <Findings findings={findings} quiet="The section fits all along." />
        </>
      }
    />
  );
}

/** The layers at the station from the top down, with the elevation each is filled to. */
function Layers({ place, plan }: { place: Place; plan: Plan }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const { run, station } = place;
  const of = run.envelope;
  const section = sectionIdOf(run.run, plan);
  if (!of) return null;
  const tops = station.depth === undefined ? undefined : layerTops(of, station.depth);
  return (
    <View>
      <Heading action={section ? <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'section', section }))}>Section</Button> : null}>
        {run.section?.name ?? 'Section'}
      </Heading>
      <View role="list" aria-label="Layers from the top down">
        {of.layers
          .map((layer, index) => ({ layer, index }))
          .reverse()
          .map(({ layer, index }) => {
            const thickness = tops ? (tops[index] as number) - (index === 0 ? 0 : (tops[index - 1] as number)) : undefined;
            if (thickness !== undefined && thickness < 1e-6) return null;
            const name = layer.material === 'native' ? 'Native soil' : (plan.material[layer.material]?.name ?? 'Material was removed');
            return (
              <View key={index} role="listitem" style={[styles.layer, { borderColor: tones.line }]}>
                <View style={styles.name}>
                  <Words strong lines={1}>
                    {name}
                  </Words>
                  <Words size="small" tone="muted">
                    {`${layer.name}${thickness === undefined ? '' : ` · ${print(thickness, 'thickness', system, { fraction })} thick`}`}
                  </Words>
                </View>
                <Figure
                  label="Top at"
                  size="large"
                  value={tops && station.bottom !== undefined ? station.bottom + (tops[index] as number) : undefined}
                  quantity="elevation"
                  figure={{ figure: 'layerTop', run: run.id, at: station.at, layer: index }}
                />
              </View>
            );
          })}
      </View>
    </View>
  );
}

/** From the depth of the rule on, a run must say how people in its trench are protected. */
function Protection({ place }: { place: Place }) {
  const { edit } = useActions();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const { profile } = useAppSelector(selectEvaluation);
  const { run } = place.run;
  const deepest = place.run.trench?.deepest?.depth;
  const needed = deepest !== undefined && deepest >= profile.protectionDepth.depth - 1e-6;
  return (
    <View>
      <Heading>Protection in the trench</Heading>
      <View style={styles.protection}>
        <Words tone={needed && !run.protection ? 'stop' : 'ink'}>
          {deepest === undefined
            ? 'Depth not known yet.'
            : `${run.name} goes to ${print(deepest, 'depth', system, { fraction })}. ${needed ? `From ${print(profile.protectionDepth.depth, 'depth', system, { fraction })} on it needs protection.` : `The rule starts at ${print(profile.protectionDepth.depth, 'depth', system, { fraction })}; bad soil needs it sooner.`}`}
        </Words>
        <Choice
          label={`How people are protected in ${run.name}`}
          options={PROTECTIONS.map((value) => ({ value, label: PROTECTION_WORDS[value] }))}
          value={run.protection}
          onChange={(protection) => {
            const { protection: before, ...rest } = run;
            edit([{ op: 'put', item: before === protection ? rest : { ...rest, protection } }]);
          }}
        />
        <Words size="small" tone="muted">
          A trench that caves in kills within minutes. A competent person decides on the day; keep spoil 2 ft from the edge, a ladder within
          25 ft, nobody under a load, and look again after rain. The local rule comes first.
        </Words>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  layer: { flexDirection: 'row', alignItems: 'stretch', borderBottomWidth: 1 },
  name: { flex: 1.4, paddingHorizontal: 12, paddingVertical: 8, justifyContent: 'center' },
  protection: { padding: 12, gap: 10 },
});
