import { StyleSheet, View } from 'react-native';
import type { DigView } from '../../store';
import { digChanged, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectRun } from '../../store/results';
import { Button, Choice, Note, usePrint, Words } from '../../ui/measured';
import { laserIn, missed } from '@alveus/core/setout';
import { useSay } from '../parts/useSay';
import type { Dig } from './useDig';
import { standing } from './useDig';

/** What is dug by today, and whether it may be relied on. */
export function Standing({ dig }: { dig: Dig }) {
  const dispatch = useAppDispatch();
  const by = useAppSelector((state) => state.view.dig.by);
  return (
    <View style={styles.all}>
      <Choice<DigView['by']>
        label="Dug with"
        bare
        options={[
          { value: 'level', label: 'Level' },
          { value: 'laser', label: 'Pipe laser' },
          { value: 'direct', label: 'Elevation rod' },
        ]}
        value={by}
        onChange={(next) => dispatch(digChanged({ by: next }))}
      />
      {by === 'level' ? <Level dig={dig} /> : by === 'laser' ? <Laser dig={dig} /> : <Direct />}
      <Button icon="trench" kind="main" onPress={() => dispatch(sheetOpened({ sheet: 'in-trench' }))}>
        In the trench
      </Button>
      <View style={styles.buttons}>
        <Button onPress={() => dispatch(sheetOpened({ sheet: 'stick' }))}>Grade stick</Button>
        <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'digging' }))}>
          Rod, laser, receiver
        </Button>
      </View>
    </View>
  );
}

function Level({ dig: { evaluation, trust, digging } }: { dig: Dig }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const setup = standing(evaluation);
  const height = 'height' in trust ? trust.height : undefined;
  const none = Object.keys(evaluation.plan.benchmark).length === 0;
  return (
    <>
      {height === undefined ? (
        <Words>
          {none
            ? 'No benchmark yet: add one under Ground, so that the level has something to look back to.'
            : setup
              ? `${setup.setup.name} has no backsight on a known point.`
              : 'The level is not set up yet.'}
        </Words>
      ) : (
        <Words size="large" strong>
          {`${setup?.setup.name ?? ''}: instrument at ${print(height, 'elevation')}`}
        </Words>
      )}
      <Trusted dig={{ evaluation, trust, digging }} />
      <View style={styles.buttons}>
        <Button onPress={() => dispatch(sheetOpened({ sheet: 'set-up' }))} disabled={none}>
          {height === undefined ? 'Set up the level' : 'Move the level'}
        </Button>
        {height === undefined ? null : (
          <Button icon="check" onPress={() => dispatch(sheetOpened({ sheet: 'check' }))}>
            Check shot
          </Button>
        )}
      </View>
    </>
  );
}

/** How the setup came out when something known was shot from it. */
export function Trusted({
  dig: { evaluation, trust, digging },
}: {
  dig: Pick<Dig, 'evaluation' | 'trust' | 'digging'>;
}) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const tell = useSay();
  const all = useAppSelector((state) => state.view.dig.allTheSame);
  const setup = standing(evaluation)?.setup.id;
  if (trust.is === 'unset') return null;
  if (trust.is === 'unchecked')
    return (
      <Note tone="muted" icon="watch" role="note">
        Not checked yet: shoot a known point before you dig.
      </Note>
    );
  const { check } = trust;
  const name = evaluation.plan.benchmark[check.benchmark]?.name ?? 'the point';
  if (trust.is === 'trusted')
    return (
      <Words tone="settled">{`Checked on ${name}: found ${print(check.found, 'elevation')}, off by ${print(Math.abs(check.by), 'elevation')}. Good.`}</Words>
    );
  return (
    <Note tone="stop" icon="stop" role="alert">
      <Words strong>
        {`No good: ${name} came out at ${print(check.found, 'elevation')}, ${tell([missed(check, digging.trust)])} too ${check.by < 0 ? 'low' : 'high'}; ${print(digging.trust, 'elevation')} is allowed. Shoot it again, then another known point. The level was bumped, a reading is wrong, or the point has moved.`}
      </Words>
      {all === setup ? (
        <Words>Digging continues anyway.</Words>
      ) : (
        <View style={[styles.buttons, styles.under]}>
          <Button onPress={() => dispatch(digChanged({ allTheSame: setup ?? null }))}>Dig anyway</Button>
        </View>
      )}
    </Note>
  );
}

/** What the dial is set to for the run at the station. */
function Laser({ dig: { digging } }: { dig: Dig }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const run = useAppSelector(selectRun);
  const end = useAppSelector((state) => state.view.dig.end);
  const set = run && laserIn(run, end, digging);
  const { dial, beam } = digging;
  return (
    <>
      <Choice<DigView['end']>
        label="It sits at"
        options={[
          { value: 'low', label: 'The low end' },
          { value: 'high', label: 'The high end' },
        ]}
        value={end}
        onChange={(next) => dispatch(digChanged({ end: next }))}
      />
      {run && set ? (
        <>
          <Words size="large" strong>
            {`${run.run.name}: dial ${set.slope < 0 ? '' : '+'}${percent(set.slope)} %, ${end === 'low' ? 'up' : 'down'} the line`}
          </Words>
          <Words>{`Beam ${print(beam, 'thickness')} above the flow line${Math.abs(set.off) * run.length > 0.0005 ? `; its step puts it ${print(Math.abs(set.off) * run.length, 'elevation')} off at the far end` : ''}.`}</Words>
          {set.within ? null : (
            <Note tone="fix" icon="fix" role="alert">
              <Words strong>
                {`The laser goes from ${percent(dial.least)} to +${percent(dial.most)} %: it cannot be set to this grade. Set it up at the other end, or dig this run with the level.`}
              </Words>
            </Note>
          )}
        </>
      ) : (
        <Words>This run has no grade yet.</Words>
      )}
    </>
  );
}

/** As finely as dials go. */
const percent = (slope: number): string => (slope * 100).toFixed(3).replace('-', '\u2212');

function Direct() {
  return (
    <Words>
      The rod reads elevations itself. Set it on a benchmark first, and again whenever it was moved or bumped.
    </Words>
  );
}

const styles = StyleSheet.create({
  all: { padding: 12, gap: 10 },
  under: { paddingTop: 10 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
