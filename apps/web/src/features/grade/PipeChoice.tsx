import { CATALOGUE, jointOf } from '@alveus/core';
import type { Item, ItemOf, Plan, Uuid } from '@alveus/plan';
import { Pipe } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { chosenLately, useAppDispatch, useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { numbered } from '../../sync/frame/numbered';
import { newId } from '../../sync/ids';
import { NameField, Picker, PlanMeasure } from '../../ui/measured';
import { pipeOf, pipeOption, pipeOptions } from '../parts/pipes';

/** The pipe of a run: those of the job first, then the catalogue; one that is new to the job is brought into it. */
export function PipeChoice({ run }: { run: ItemOf<'run'> }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const lately = useAppSelector((state) => state.settings.lately);
  const inUse = plan.pipe[run.pipe ?? plan.line[run.line]?.pipe ?? ''];
  const take = (pipe: Uuid, made: readonly Item[]): void => {
    const { pipe: _before, ...rest } = run;
    const item = plan.line[run.line]?.pipe === pipe ? rest : { ...rest, pipe };
    edit([...made, item].map((added) => ({ op: 'put', item: added })));
  };
  const choose = (option: string): void => {
    const { pipe, name, made } = pipeOf(plan, option);
    take(pipe, made);
    dispatch(chosenLately(name));
  };
  const typeOwn = (): void => {
    const own = ownPipe(plan, inUse);
    take(own.id, [own]);
  };
  return (
    <View style={styles.group}>
      <Picker
        label="Pipe"
        options={pipeOptions(plan)}
        value={inUse?.id}
        onChange={choose}
        likely={lately.map((name) => pipeOption(plan, name))}
        otherwise={{ words: 'A pipe of your own', onPress: typeOwn }}
      />
      {inUse ? <PipeSizes pipe={inUse} /> : null}
    </View>
  );
}

/** Sizes differ by maker, above all outside diameters; they can be typed, and hold wherever this pipe is used. */
function PipeSizes({ pipe }: { pipe: ItemOf<'pipe'> }) {
  const { edit } = useActions();
  const put = (item: ItemOf<'pipe'>): void => edit([{ op: 'put', item }]);
  return (
    <>
      {pipe.make ? null : (
        <View style={styles.row}>
          <NameField
            key={pipe.name}
            label="Name of this pipe"
            value={pipe.name}
            onChange={(name) => put({ ...pipe, name })}
          />
          <PlanMeasure
            label="Nominal size"
            quantity="fine"
            value={pipe.nominal}
            onChange={(nominal) => nominal !== undefined && put({ ...pipe, nominal })}
            limit={Pipe.shape.nominal}
          />
        </View>
      )}
      <View style={styles.row}>
        <PlanMeasure
          label="Outside"
          quantity="fine"
          value={pipe.outside}
          onChange={(outside) => outside !== undefined && put({ ...pipe, outside })}
          limit={Pipe.shape.outside}
          check={(value) => (value > 2 * pipe.wall ? undefined : 'Must be more than two walls.')}
        />
        <PlanMeasure
          label="Wall"
          quantity="fine"
          value={pipe.wall}
          onChange={(wall) => wall !== undefined && put({ ...pipe, wall })}
          limit={Pipe.shape.wall}
          check={(value) => (2 * value < pipe.outside ? undefined : 'Leaves no inside.')}
        />
      </View>
      <View style={styles.row}>
        <PlanMeasure
          label="Stick length"
          quantity="distance"
          value={pipe.stick}
          onChange={(stick) => stick !== undefined && put({ ...pipe, stick })}
          limit={Pipe.shape.stick}
          check={(value) =>
            value > jointOf(pipe).socket ? undefined : 'No longer than its socket: it covers no length.'
          }
        />
        <PlanMeasure
          label="Manning n"
          quantity="plain"
          value={pipe.manning}
          onChange={(manning) => manning !== undefined && put({ ...pipe, manning })}
          limit={Pipe.shape.manning}
          hint="Smooth plastic is about 0.010"
        />
      </View>
    </>
  );
}

/** A pipe that the catalogue does not have, to be typed: like the one in use, or the first of the catalogue, until then. */
export function ownPipe({ pipe }: Pick<Plan, 'pipe'>, like: ItemOf<'pipe'> | undefined): ItemOf<'pipe'> {
  const [first] = CATALOGUE;
  if (!first) throw new RangeError('the catalogue is empty');
  const { make: _make, ...rest } = { ...first, ...like };
  return {
    ...rest,
    kind: 'pipe',
    id: newId(),
    name: numbered('Own pipe', Object.values(pipe)),
    standard: 'typed here',
  };
}

const styles = StyleSheet.create({
  group: { gap: 10 },
  row: { flexDirection: 'row', gap: 10 },
});
