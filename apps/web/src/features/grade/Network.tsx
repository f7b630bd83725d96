import type { Uuid } from '@alveus/plan';
import { Severity, upperOf } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { SEVERITY_WORD } from '../../drawing/severity';
import { lineChosen, sheetOpened, viewChanged, useAppDispatch, useAppSelector, wentTo } from '../../store';
import { selectFindings, selectRested } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Icon, Words } from '../../ui';
import { distanceOf } from '@alveus/core';
import { useSay } from '../parts/useSay';

/** Under the network: what its colours say, and what was chosen on it. */
export function Network() {
  const chosen = useAppSelector((state) => state.view.sketch);
  return (
    <>
      <Legend />
      {chosen === null ? (
        <View style={styles.pad}>
          <Words tone="muted">Tap a run or a structure to see its problems.</Words>
        </View>
      ) : 'run' in chosen ? (
        <ChosenRun id={chosen.run} at={chosen.at} />
      ) : (
        <ChosenNode id={chosen.node} />
      )}
    </>
  );
}

function Legend() {
  const tones = useTones();
  const findings = useAppSelector(selectFindings);
  return (
    <View style={styles.legend} role="group" aria-label="Legend">
      {Severity.options.map((severity) => (
        <View key={severity} style={styles.sign}>
          <Icon name={severity} color={tones[severity]} size={20} />
          <Words strong tone={severity}>
            {`${SEVERITY_WORD[severity]}: ${findings.filter((finding) => finding.severity === severity).length}`}
          </Words>
        </View>
      ))}
      <View style={styles.sign}>
        <View style={[styles.water, { backgroundColor: tones.flood }]} />
        <Words>Standing water</Words>
      </View>
    </View>
  );
}

interface WithFindingsProps {
  name: string;
  /** Whether a finding is of it. */
  of: (finding: { run: Uuid | undefined; node: Uuid | undefined }) => boolean;
  children: React.ReactNode;
}

/** What stands against it, in full. */
function WithFindings({ name, of, children }: WithFindingsProps) {
  const tones = useTones();
  const say = useSay();
  const findings = useAppSelector(selectFindings).filter(of);
  return (
    <View style={[styles.chosen, { backgroundColor: tones.waterSoft }]} role="group" aria-label={name}>
      <Words strong size="large">
        {name}
      </Words>
      {findings.length === 0 ? <Words tone="settled">No problems found.</Words> : null}
      {findings.map((finding) => (
        <Words key={finding.id}>
          <Words strong tone={finding.severity}>{`${SEVERITY_WORD[finding.severity]}. `}</Words>
          {say(finding.what)}
        </Words>
      ))}
      <View style={styles.row}>{children}</View>
    </View>
  );
}

function ChosenRun({ id, at }: { id: Uuid; at: number }) {
  const dispatch = useAppDispatch();
  const run = useAppSelector((state) => selectRested(state).runs.get(id));
  const line = useAppSelector((state) => selectRested(state).lines.get(run?.run.line ?? ''));
  const along = line && distanceOf(line, id, at);
  if (!run) return null;
  return (
    <WithFindings name={run.run.name} of={(finding) => finding.run === id}>
      {line && along !== undefined ? (
        <Button icon="grade" onPress={() => dispatch(wentTo({ line: line.id, along }))}>
          Show its long section
        </Button>
      ) : null}
      <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'run', run: id }))}>
        Open
      </Button>
    </WithFindings>
  );
}

function ChosenNode({ id }: { id: Uuid }) {
  const dispatch = useAppDispatch();
  const node = useAppSelector((state) => state.job.plan.node[id]);
  const heading = useAppSelector((state) =>
    [...selectRested(state).lines.values()].find(({ order }) => {
      const last = order.runs[order.runs.length - 1];
      return last !== undefined && upperOf(last) === id;
    }),
  );
  if (!node) return null;
  return (
    <WithFindings name={node.name} of={(finding) => finding.node === id}>
      {heading ? (
        <Button
          icon="grade"
          onPress={() => {
            dispatch(lineChosen(heading.id));
            dispatch(viewChanged('route'));
          }}
        >
          From here to the outlet
        </Button>
      ) : null}
      <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'node', node: id }))}>
        Open
      </Button>
    </WithFindings>
  );
}

const styles = StyleSheet.create({
  pad: { padding: 12 },
  legend: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, paddingHorizontal: 12, paddingVertical: 8 },
  sign: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  water: { width: 22, height: 10, borderRadius: 3 },
  chosen: { padding: 12, gap: 6 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
