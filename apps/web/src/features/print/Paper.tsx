import type { LineResult } from '@alveus/core';
import { unitName } from '@alveus/core';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { PAPER } from '../../theme/tones';
import { Words } from '../../ui';
import { Leaf, PAPER_WIDTH, Printed, PrintedTable, Whole } from '../../ui/Printed';
import { StillSketch } from '../parts/SketchView';
import { OrderPaper } from '../order';
import { GradeTable } from './GradeTable';
import { PaperFacts } from './PaperFacts';
import { PaperSection } from './PaperSection';
import { CAUTION } from './shareText';

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
