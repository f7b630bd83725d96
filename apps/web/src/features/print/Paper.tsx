import type { LineResult } from '@alveus/core';
import { unitName } from '@alveus/core';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { createPortal } from 'react-dom';
import { StillSketch } from '../../drawing/sketch';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { PAPER } from '../../theme/theme';
import { TonesProvider } from '../../theme/ThemeProvider';
import { Words } from '../../ui';
import { GradeTable } from './GradeTable';
import { PaperSection } from './PaperSection';

export type Part = 'sketch' | 'section' | 'table';

/** Width of what is printed: as much as Letter and A4 have between their margins, px. */
const WIDTH = 690;
const SKETCH = 420;

/** Only paper shows it, and then nothing else. */
const RULES = `
@page { margin: 12mm }
.paper { display: none }
@media print {
  html, body { height: auto !important; overflow: visible !important; background: #fff !important }
  body > :not(.paper) { display: none !important }
  .paper { display: block; width: ${WIDTH}px; color: #000 }
  .paper .leaf { break-after: page }
  .paper .leaf:last-child { break-after: auto }
  .paper .whole, .paper tr { break-inside: avoid }
}`;

/** The sketch once, then a leaf for each line: its long section, the trench at the station, its grade table. */
export function Paper({ lines, part }: { lines: readonly LineResult[]; part: Part | 'all' }) {
  const evaluation = useAppSelector(selectEvaluation);
  const { system } = useAppSelector((state) => state.settings);
  const wanted = (one: Part): boolean => part === 'all' || part === one;
  return createPortal(
    <TonesProvider value={PAPER}>
      <style>{RULES}</style>
      {wanted('sketch') ? (
        <Leaf title="Sketch">
          <div className="whole">
            <View style={styles.frame}>
              <StillSketch evaluation={evaluation} width={WIDTH - 2} height={SKETCH} system={system} />
            </View>
          </div>
        </Leaf>
      ) : null}
      {part === 'sketch'
        ? null
        : lines.map((line) => (
            <Leaf key={line.id} title={line.line.name}>
              {wanted('section') ? <PaperSection line={line} width={WIDTH} /> : null}
              {wanted('table') ? <GradeTable line={line} /> : null}
            </Leaf>
          ))}
    </TonesProvider>,
    paper(),
  );
}

/** Where it stands in the page: beside the app, which paper leaves out. */
function paper(): HTMLElement {
  const there = document.querySelector<HTMLElement>('body > .paper');
  if (there) return there;
  const made = document.createElement('div');
  made.className = 'paper';
  made.ariaHidden = 'true';
  document.body.append(made);
  return made;
}

/** A page of its own, with what it is of and how old it is. */
function Leaf({ title, children }: { title: string; children: ReactNode }) {
  const job = useAppSelector((state) => state.job.name);
  const rules = useAppSelector((state) => selectEvaluation(state).profile.name);
  const { system } = useAppSelector((state) => state.settings);
  const [dated] = useState(() =>
    new Intl.DateTimeFormat('en', { dateStyle: 'long', timeStyle: 'short' }).format(new Date()),
  );
  return (
    <div className="leaf">
      <View style={styles.leaf}>
        <View style={styles.head}>
          <Words size="title" strong>
            {`${job} · ${title}`}
          </Words>
          <Words size="small">{dated}</Words>
        </View>
        {children}
        <Words size="small">
          {`Elevations in ${unitName('elevation', system)} above the datum of the job. Judged by: ${rules}. The local code, the inspector and licensed designers decide. Have utilities located before anybody digs, and protect people in the trench.`}
        </Words>
      </View>
    </div>
  );
}

const styles = StyleSheet.create({
  leaf: { width: WIDTH, gap: 12, paddingBottom: 8 },
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
