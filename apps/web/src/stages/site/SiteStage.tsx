import { isDrawn, networkSpots, placeItem, print } from '@alveus/core';
import type { CrossingResult, Spot } from '@alveus/core';
import { ONLY } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { PlanSketch } from '../../drawing/PlanSketch';
import { UTILITY_MARKS } from '../../drawing/utilities';
import { Findings } from '../../parts/Findings';
import { PlanMeasure } from '../../parts/MeasureInput';
import { Button, IconTap, Tap } from '../../parts/Tap';
import { useDrawingRoom, useWide } from '../../parts/useWide';
import { FORM_WORDS, SERVICE_WORDS } from '../../parts/words';
import { Words } from '../../parts/Words';
import { lineChosen, selectEvaluation, selectFindings, selectRun, sheetOpened, sketchChosen, useAppDispatch, useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Empty } from '../Empty';
import { Heading } from '../Heading';
import { StageLayout } from '../StageLayout';

const RULES = new Set(['clearance', 'clash', 'crossing-level', 'hand-dig', 'meets-layer', 'frost', 'length-open', 'length-differs', 'ring']);

/** What is there, what limits us, and where do the lines go? */
export function SiteStage() {
  const wide = useWide();
  const room = useDrawingRoom();
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const findings = useAppSelector(selectFindings).filter((finding) => RULES.has(finding.rule));
  /** The node whose place is being tapped. */
  const [placing, setPlacing] = useState<Uuid>();
  const { plan } = evaluation;
  if (Object.keys(plan.node).length === 0) return <Empty />;

  const place = (spot: Spot): void => {
    if (placing === undefined) return;
    edit([{ op: 'put', item: placeItem(placing, spot) }]);
    dispatch(sketchChosen({ node: placing }));
    setPlacing(undefined);
  };
  const takeLayout = (): void =>
    edit([...networkSpots(plan, evaluation.topology)].filter(([id, spot]) => plan.node[id] && !spot.placed).map(([id, spot]) => ({ op: 'put', item: placeItem(id, spot) })));

  return (
    <StageLayout
      drawing={<PlanSketch height={wide ? room : 340} onPlace={placing === undefined ? undefined : place} />}
      numbers={
        <>
          {placing === undefined ? (
            <ChosenBar onPlace={setPlacing} />
          ) : (
            <View style={styles.pad} role="status">
              <Words strong>{`Tap where ${plan.node[placing]?.name ?? 'it'} lies.`}</Words>
              <Button onPress={() => setPlacing(undefined)}>Leave it where it is</Button>
            </View>
          )}
          {isDrawn(plan) ? null : (
            <View style={styles.pad}>
              <Words>There is no sketch yet: this is a schematic of what was typed. It can stay so; or start a sketch from it and move the nodes where they are.</Words>
              <Button icon="site" onPress={takeLayout}>
                Start the sketch from this
              </Button>
            </View>
          )}
          <Utilities />
          <Heading>{findings.length === 0 ? 'Findings' : `Findings (${findings.length})`}</Heading>
          <Findings findings={findings} quiet="Nothing known stands in the way." />
          <Pits />
          <Heading>Frost</Heading>
          <View style={styles.pad}>
            <PlanMeasure
              label="The ground freezes to"
              quantity="depth"
              value={plan.site[ONLY]?.frost}
              optional
              onChange={(frost) => {
                const { frost: _before, ...rest } = plan.site[ONLY] ?? { kind: 'site' as const, id: ONLY };
                edit([{ op: 'put', item: frost === undefined ? rest : { ...rest, frost } }]);
              }}
              check={(value) => (value >= 0 ? undefined : 'Must not be negative.')}
              hint="From the local code; empty where it does not freeze"
            />
          </View>
          <NodeList onPlace={setPlacing} />
        </>
      }
    />
  );
}

/** What was chosen on the sketch, and what can be done with it. */
function ChosenBar({ onPlace }: { onPlace: (node: Uuid) => void }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const evaluation = useAppSelector(selectEvaluation);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const chosen = useAppSelector((state) => state.view.sketch);
  const { plan } = evaluation;
  if (!chosen) {
    return (
      <View style={styles.pad}>
        <Words tone="muted">Tap a node or a run on the sketch to work on it. Two fingers or the wheel zoom.</Words>
      </View>
    );
  }
  if ('node' in chosen) {
    const node = plan.node[chosen.node];
    if (!node) return null;
    return (
      <View style={[styles.chosen, { backgroundColor: tones.waterSoft }]} role="group" aria-label={node.name}>
        <Words strong size="large">
          {node.name}
        </Words>
        <Words size="small">{`${FORM_WORDS[node.form]}${plan.nodePlace[node.id] ? '' : ' · not placed'}`}</Words>
        <View style={styles.row}>
          <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'branch', node: node.id }))}>
            Draw on from here
          </Button>
          <Button icon="site" onPress={() => onPlace(node.id)}>
            Tap its place
          </Button>
          <Button onPress={() => dispatch(sheetOpened({ sheet: 'place', node: node.id }))}>Type its place</Button>
          <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'node', node: node.id }))}>
            Open
          </Button>
        </View>
      </View>
    );
  }
  const run = evaluation.runs.get(chosen.run);
  const line = run && plan.line[run.run.line];
  if (!run || !line) return null;
  return (
    <View style={[styles.chosen, { backgroundColor: tones.waterSoft }]} role="group" aria-label={run.run.name}>
      <Words strong size="large">
        {run.run.name}
      </Words>
      <Words size="small">{`${line.name} · ${SERVICE_WORDS[line.service]} · ${print(run.length, 'distance', system, { fraction })}`}</Words>
      <View style={styles.row}>
        <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'wye', run: run.id, at: chosen.at }))}>
          Put a wye in
        </Button>
        <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'crossing', crossing: undefined, run: run.id }))}>
          Utility here
        </Button>
        <Button
          icon="edit"
          onPress={() => {
            dispatch(lineChosen(line.id));
            dispatch(sheetOpened({ sheet: 'run', run: run.id }));
          }}
        >
          Open
        </Button>
      </View>
    </View>
  );
}

function Utilities() {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const evaluation = useAppSelector(selectEvaluation);
  const first = useAppSelector(selectRun);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const crossings = [...evaluation.runs.values()].flatMap((run) => run.crossings.map((result) => ({ run, result })));
  return (
    <>
      <Heading
        action={
          first ? (
            <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'crossing', crossing: undefined, run: first.id }))}>
              Utility
            </Button>
          ) : undefined
        }
      >
        Utilities marked
      </Heading>
      {crossings.length === 0 ? (
        <View style={styles.pad}>
          <Words>None typed yet. Have them located before anybody digs, and wait for the marks.</Words>
        </View>
      ) : (
        <View role="list" aria-label="Utilities marked">
          {crossings.map(({ run, result }) => {
            const mark = UTILITY_MARKS[result.crossing.utility];
            const where = result.crossing.lies.how === 'across' ? `across ${run.run.name} at ${print(result.at, 'distance', system, { fraction })}` : `beside ${run.run.name}`;
            return (
              <View key={result.crossing.id} role="listitem" style={[styles.item, { borderColor: tones.line }]}>
                <View style={[styles.letter, { backgroundColor: mark.colour }]}>
                  <Words strong style={styles.white}>
                    {mark.letter}
                  </Words>
                </View>
                <Tap style={styles.flex} onPress={() => dispatch(sheetOpened({ sheet: 'crossing', crossing: result.crossing.id, run: run.id }))} label={`${result.crossing.name}, ${where}. Open`}>
                  <Words strong lines={1}>
                    {result.crossing.name}
                  </Words>
                  <Words size="small" tone="muted" lines={2}>
                    {[where, clearWords(result, (value, quantity) => print(value, quantity, system, { fraction })), result.crossing.measured ? 'measured' : 'assumed'].join(' · ')}
                  </Words>
                </Tap>
              </View>
            );
          })}
        </View>
      )}
    </>
  );
}

function clearWords({ gap, beside }: CrossingResult, show: (value: number, quantity: 'thickness' | 'distance') => string): string {
  if (beside !== undefined) return `${show(beside, 'distance')} clear beside`;
  return gap === undefined ? 'level not known' : gap < 0 ? 'in the way' : `${show(gap, 'thickness')} clear`;
}

function Pits() {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const plan = useAppSelector((state) => state.job.plan);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const size = (value: number): string => print(value, 'depth', system, { fraction });
  const pits = Object.values(plan.testPit);
  return (
    <>
      <Heading
        action={
          <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'pit', pit: undefined }))}>
            Test pit
          </Button>
        }
      >
        Soil
      </Heading>
      {pits.length === 0 ? (
        <View style={styles.pad}>
          <Words>No test pit yet. Dig one where the line goes deepest: rock, clay pan and water decide much.</Words>
        </View>
      ) : (
        <View role="list" aria-label="Test pits">
          {pits.map((pit) => (
            <View key={pit.id} role="listitem" style={[styles.item, { borderColor: tones.line }]}>
              <Tap style={styles.flex} onPress={() => dispatch(sheetOpened({ sheet: 'pit', pit: pit.id }))} label={`${pit.name}. Open`}>
                <Words strong>{`${pit.name}${pit.soil ? ` · class ${pit.soil}` : ''}`}</Words>
                <Words size="small" tone="muted" lines={2}>
                  {[`${size(pit.depth)} deep`, pit.limiting ? `${pit.limiting.what} at ${size(pit.limiting.depth)}` : '', pit.groundwater === undefined ? 'no water met' : `water at ${size(pit.groundwater)}`, pit.description].filter(Boolean).join(' · ')}
                </Words>
              </Tap>
            </View>
          ))}
        </View>
      )}
    </>
  );
}

/** Every node and run, for those who do not tap pictures. */
function NodeList({ onPlace }: { onPlace: (node: Uuid) => void }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { plan, runs } = useAppSelector(selectEvaluation);
  const { system, fraction } = useAppSelector((state) => state.settings);
  return (
    <>
      <Heading>Runs</Heading>
      <View role="list" aria-label="Runs">
        {[...runs.values()].map((run) => (
          <View key={run.id} role="listitem" style={[styles.item, { borderColor: tones.line }]}>
            <Tap style={styles.flex} onPress={() => dispatch(sketchChosen({ run: run.id, at: run.length / 2 }))} label={`Choose ${run.run.name} on the sketch`}>
              <Words strong lines={1}>
                {run.run.name}
              </Words>
              <Words size="small" tone="muted" lines={1}>
                {`${plan.line[run.run.line]?.name ?? ''} · ${print(run.length, 'distance', system, { fraction })} ${run.run.length.from === 'plan' ? 'on the sketch' : 'typed'}`}
              </Words>
            </Tap>
          </View>
        ))}
      </View>
      <Heading>Nodes</Heading>
      <View role="list" aria-label="Nodes">
        {Object.values(plan.node).map((node) => {
          const spot = plan.nodePlace[node.id];
          return (
            <View key={node.id} role="listitem" style={[styles.item, { borderColor: tones.line }]}>
              <Tap style={styles.flex} onPress={() => dispatch(sketchChosen({ node: node.id }))} label={`Choose ${node.name} on the sketch`}>
                <Words strong lines={1}>
                  {node.name}
                </Words>
                <Words size="small" tone="muted">
                  {spot ? `${print(spot.east, 'distance', system, { fraction })} east, ${print(spot.north, 'distance', system, { fraction })} north` : 'not placed'}
                </Words>
              </Tap>
              <IconTap name="site" label={`Tap the place of ${node.name}`} onPress={() => onPlace(node.id)} />
            </View>
          );
        })}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  pad: { padding: 12, gap: 10 },
  chosen: { padding: 12, gap: 6 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  item: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, paddingHorizontal: 12, gap: 10 },
  letter: { width: 30, height: 30, borderRadius: 15, alignItems: 'center', justifyContent: 'center' },
  white: { color: '#FFFFFF' },
  flex: { flex: 1, paddingVertical: 6 },
});
