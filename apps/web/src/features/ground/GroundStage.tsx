import type { Book } from '@alveus/core';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectLive, selectRested } from '../../store/results';
import { Button, useWide, Words } from '../../ui';
import type { LongRow } from '../../ui/rowLayout';
import { StageFindings } from '../parts/Findings';
import { SectionView } from '../parts/SectionView';
import { SketchView } from '../parts/SketchView';
import { StageLayout } from '../parts/StageLayout';
import { Benchmarks } from './Benchmarks';
import { BookTable } from './BookTable';
import { Entry } from './Entry';
import { Loops } from './Loops';
import { OutOfForce } from './OutOfForce';
import { SetupFoot, SetupHead } from './SetupParts';
import { ShotRow } from './ShotRow';

const GROUND_FINDINGS = ['ground'] as const;

/** How high is everything? The level book, and the ground it gives. */
export function GroundStage() {
  const wide = useWide();
  const lines = useAppSelector((state) => selectLive(state).lines.size);
  const book = useAppSelector((state) => selectRested(state).book);
  const rows = useMemo(() => bookRows(book, !wide), [book, wide]);
  const [shooting, setShooting] = useState(false);
  const can = useAppSelector((state) => Object.keys(state.job.plan.benchmark).length > 0);
  const entry = shooting && can ? <Entry onDone={() => setShooting(false)} /> : null;
  return (
    <StageLayout
      stage="ground"
      drawings={[
        {
          above: lines > 0 ? (shooting ? 150 : 220) : 90,
          draw: (height) => (lines > 0 ? <SectionView height={height} handles={false} /> : <NoLine height={height} />),
        },
        {
          above: 0,
          draw: (height) => (book.setups.length > 0 ? <BookTable height={height} /> : <SketchView height={height} />),
        },
      ]}
      numbers={
        <>
          {entry ?? <Shoot onShoot={() => setShooting(true)} />}
          <Benchmarks />
          <Loops />
          <StageFindings stages={GROUND_FINDINGS} />
        </>
      }
      rows={rows}
    />
  );
}

function NoLine({ height }: { height: number }) {
  return (
    <View style={[styles.pad, { minHeight: height }]}>
      <Words tone="muted">The profile shows here once there is a line. You can shoot levels before that.</Words>
    </View>
  );
}

function Shoot({ onShoot }: { onShoot: () => void }) {
  const none = useAppSelector((state) => Object.keys(state.job.plan.benchmark).length === 0);
  const some = useAppSelector((state) => selectRested(state).book.setups.length > 0);
  return (
    <View style={styles.pad}>
      <Button kind="main" icon="plus" onPress={onShoot} disabled={none}>
        {some ? 'Next shot' : 'Set up the level'}
      </Button>
      {none ? <Words tone="muted">First add a benchmark to look back to.</Words> : null}
    </View>
  );
}

/**
 * The level book as rows: each setup with its height of instrument, its shots, and those that no longer count.
 * @param shotsToo not where a table shows them
 */
export function bookRows(book: Book, shotsToo: boolean): LongRow[] {
  return book.setups.flatMap(({ setup, height, shots, gone }): LongRow[] => [
    { key: setup.id, height: 72, render: () => <SetupHead setup={setup} height={height} /> },
    ...(shotsToo ? shots : []).map((shot): LongRow => ({ key: shot.id, render: () => <ShotRow shot={shot} /> })),
    { key: `${setup.id}gone`, height: gone.length === 0 ? 0 : 56, render: () => <OutOfForce shots={gone} /> },
    { key: `${setup.id}foot`, height: 72, render: () => <SetupFoot setup={setup} /> },
  ]);
}

const styles = StyleSheet.create({ pad: { padding: 12, gap: 8 } });
