import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectLive, selectRested } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, useDrawingRoom, useWide, Words } from '../../ui';
import { StageFindings } from '../parts/Findings';
import { SectionView } from '../parts/SectionView';
import { SketchView } from '../parts/SketchView';
import { StageLayout } from '../parts/StageLayout';
import { Benchmarks } from './Benchmarks';
import { bookRows } from './bookRows';
import { Loops } from './Loops';

const GROUND_FINDINGS = ['ground'] as const;

/** How high is everything? The level book, and the ground it gives. */
export function GroundStage() {
  const wide = useWide();
  const room = useDrawingRoom();
  const lines = useAppSelector((state) => selectLive(state).lines.size);
  const book = useAppSelector((state) => selectRested(state).book);
  const rows = useMemo(() => bookRows(book), [book]);
  return (
    <StageLayout
      drawing={
        lines > 0 ? (
          <>
            <SectionView height={wide ? Math.round(room * 0.54) : 220} handles={false} />
            {wide ? <SketchView height={Math.floor(room * 0.46)} /> : null}
          </>
        ) : (
          <NoLine />
        )
      }
      numbers={
        <>
          <Benchmarks />
          <Loops />
          <StageFindings stages={GROUND_FINDINGS} />
        </>
      }
      rows={rows}
      after={<NewSetup />}
    />
  );
}

function NoLine() {
  return (
    <View style={styles.pad}>
      <Words tone="muted">The profile shows here once there is a line. Heights can be shot before.</Words>
    </View>
  );
}

function NewSetup() {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const setups = useAppSelector((state) => selectRested(state).book.setups);
  const none = useAppSelector((state) => Object.keys(state.job.plan.benchmark).length === 0);
  const begin = (): void => {
    const id = newId();
    const last = setups[setups.length - 1]?.setup.order ?? 0;
    edit([{ op: 'put', item: { kind: 'setup', id, name: `Setup ${setups.length + 1}`, order: last + 1 } }]);
    dispatch(sheetOpened({ sheet: 'shot', setup: id, corrects: undefined }));
  };
  return (
    <View style={styles.pad}>
      <Button kind="main" icon="plus" onPress={begin} disabled={none}>
        Set up the level
      </Button>
      {none ? <Words tone="muted">First a benchmark to look back to.</Words> : null}
    </View>
  );
}

const styles = StyleSheet.create({ pad: { padding: 12, gap: 8 } });
