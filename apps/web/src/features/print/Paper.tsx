import type { LineResult } from '@alveus/core';
import { unitName } from '@alveus/core';
import { gradeTable } from '@alveus/core/grade-table';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { PAPER } from '../../theme/tones';
import { Words } from '../../ui';
import { Leaf, PAPER_WIDTH, Printed, PrintedTable, Whole } from '../../ui/Printed';
import { OrderPaper } from '../order';
import { StillSketch } from '../parts/SketchView';
import { PaperSection } from './PaperSection';
import { CAUTION } from './shareText';
import { tableStep } from './gradeTableFile';
import { useFacts } from './useFacts';

export type Part = 'sketch' | 'section' | 'facts' | 'table' | 'order';

const SKETCH = 420;

/** The sketch once, then for each line its long section, the trench where it is deepest, its tables. */
export function Paper({ lines, part }: { lines: readonly LineResult[]; part: Part | 'all' }) {
  const evaluation = useAppSelector(selectEvaluation);
  const system = useAppSelector((state) => state.settings.system);
  const wanted = (name: Part): boolean => part === 'all' || part === name;
  return (
    <Printed>
      {wanted('sketch') ? (
        <Page title="Sketch">
          <Whole>
            <View style={styles.frame}>
              <StillSketch evaluation={evaluation} width={PAPER_WIDTH - 2} height={SKETCH} system={system} />
            </View>
          </Whole>
        </Page>
      ) : null}
      {wanted('order') ? (
        <Page title="Order list">
          <OrderPaper Table={PrintedTable} Unparted={Whole} />
        </Page>
      ) : null}
      {part === 'sketch' || part === 'order'
        ? null
        : lines.map((line) => (
            <Page key={line.id} title={line.line.name}>
              {wanted('section') ? <PaperSection line={line} width={PAPER_WIDTH} /> : null}
              {wanted('facts') ? <PaperFacts line={line} /> : null}
              {wanted('table') ? <GradeTable line={line} /> : null}
            </Page>
          ))}
    </Printed>
  );
}

/** What is on it, how old it is, and what must be known of it. */
function Page({ title, children }: { title: string; children: ReactNode }) {
  const job = useAppSelector((state) => state.job.name);
  const rules = useAppSelector((state) => selectEvaluation(state).profile.name);
  const system = useAppSelector((state) => state.settings.system);
  const [dated] = useState(() =>
    new Intl.DateTimeFormat('en', { dateStyle: 'long', timeStyle: 'short' }).format(new Date()),
  );
  return (
    <Leaf>
      <View style={styles.page}>
        <View style={styles.head}>
          <Words size="title" strong>
            {`${job} · ${title}`}
          </Words>
          <Words size="small">{dated}</Words>
        </View>
        {children}
        <Words size="small">
          {`Elevations in ${unitName('elevation', system)} above the job datum. Checked by: ${rules}. ${CAUTION}`}
        </Words>
      </View>
    </Leaf>
  );
}

/** Levels from the outlet up, at every so many feet and wherever the ground breaks. */
export function GradeTable({ line }: { line: LineResult }) {
  const evaluation = useAppSelector(selectEvaluation);
  const system = useAppSelector((state) => state.settings.system);
  const [head = [], ...rows] = gradeTable(evaluation, line, system, tableStep(system));
  return <PrintedTable caption="Grade table, up from the outlet" head={head} rows={rows} />;
}

/** Structures, utilities, findings and rod readings of a line, a table each. */
export function PaperFacts({ line }: { line: LineResult }) {
  const factsOf = useFacts();
  return factsOf(line).map(({ caption, head, rows }) =>
    rows.length > MOST_WHOLE ? (
      <PrintedTable key={caption} caption={caption} head={head} rows={rows} />
    ) : (
      <Whole key={caption}>
        <PrintedTable caption={caption} head={head} rows={rows} />
      </Whole>
    ),
  );
}

/** So many rows are kept on one page. */
const MOST_WHOLE = 20;

const styles = StyleSheet.create({
  page: { width: PAPER_WIDTH, gap: 12, paddingBottom: 8 },
  head: {
    flexDirection: 'row',
    alignItems: 'baseline',
    justifyContent: 'space-between',
    gap: 12,
    borderBottomWidth: 2,
    borderColor: PAPER.ink,
    paddingBottom: 4,
  },
  frame: { borderWidth: 1, borderColor: PAPER.ink, overflow: 'hidden' },
});
