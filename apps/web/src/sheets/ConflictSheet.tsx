import type { Quantity } from '@alveus/core';
import { print } from '@alveus/core';
import type { Choice, Conflict, Item, Plan } from '@alveus/plan';
import { keyOf } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import { Sheet } from '../parts/Sheet';
import { Button } from '../parts/Tap';
import { Words } from '../parts/Words';
import { conflictChosen, useAppDispatch, useAppSelector } from '../store';
import type { Store } from '../store/store';
import { useEngine } from '../sync/SyncProvider';
import { useTones } from '../theme/ThemeProvider';

/** Two people changed one thing: both values side by side, and a choice. */
export function ConflictSheet({ conflict }: { conflict: Conflict }) {
  const dispatch = useAppDispatch();
  const engine = useEngine();
  const store = useStore() as Store;
  const tones = useTones();
  const plan = useAppSelector((state) => state.job.plan);
  const { system } = useAppSelector((state) => state.settings);
  const choose = (choice: Choice): void => {
    dispatch(conflictChosen({ key: keyOf(conflict.address), choice }));
    if (store.getState().job.conflicts.length === 0) void engine.settle();
  };
  const show = (item: Item | null): string => {
    if (!item) return 'removed';
    const names = conflict.fields.length > 0 ? conflict.fields : Object.keys(item).filter((name) => name !== 'kind' && name !== 'id');
    return names.map((name) => `${FIELD_WORDS[name] ?? name}: ${value(item, name, system)}`).join('\n');
  };
  return (
    <Sheet
      title={`Two changes to ${subject(conflict, plan)}`}
      onClose={() => undefined}
      foot={
        <>
          <Button onPress={() => choose('theirs')}>Take theirs</Button>
          <Button kind="main" onPress={() => choose('mine')}>
            Keep mine
          </Button>
        </>
      }
    >
      <Words>Somebody else changed this while your change was waiting. Nothing is lost: choose which one holds. The other can be typed again.</Words>
      <View style={styles.sides}>
        <View style={[styles.side, { borderColor: tones.water }]}>
          <Words strong>Mine</Words>
          <Words size="large">{show(conflict.mine)}</Words>
        </View>
        <View style={[styles.side, { borderColor: tones.muted }]}>
          <Words strong>Theirs</Words>
          <Words size="large">{show(conflict.theirs)}</Words>
        </View>
      </View>
    </Sheet>
  );
}

const FIELD_WORDS: Record<string, string> = {
  low: 'low invert',
  high: 'high invert',
  breaks: 'ground points',
  startChainage: 'chainage of the outlet',
};

const QUANTITIES: Record<string, Quantity> = {
  low: 'elevation',
  high: 'elevation',
  elevation: 'elevation',
  water: 'elevation',
  slope: 'slope',
  drop: 'thickness',
  outside: 'fine',
  wall: 'fine',
  stick: 'distance',
  density: 'density',
  waste: 'share',
  swell: 'share',
  shrink: 'share',
  startChainage: 'chainage',
};

function value(item: Item, name: string, system: Parameters<typeof print>[2]): string {
  const raw = (item as unknown as Record<string, unknown>)[name];
  const quantity = QUANTITIES[name];
  if (typeof raw === 'number') return quantity ? print(raw, quantity, system) : String(raw);
  if (raw === undefined) return 'free';
  if (name === 'length' && typeof raw === 'object' && raw !== null && 'value' in raw) return print(Number(raw.value), 'distance', system);
  if (name === 'breaks' && Array.isArray(raw)) {
    return (raw as { at: number; elevation: number }[]).map((one) => `${print(one.at, 'distance', system)} up ${print(one.elevation, 'elevation', system)}`).join(', ') || 'none';
  }
  return typeof raw === 'string' || typeof raw === 'boolean' ? String(raw) : JSON.stringify(raw);
}

function subject({ address, mine, theirs }: Conflict, plan: Plan): string {
  const item = mine ?? theirs;
  if (item && 'name' in item) return item.name;
  const owner = plan.run[address.id]?.name ?? plan.node[address.id]?.name;
  const part: Record<string, string> = { runGrade: 'the grade of ', runGround: 'the ground along ', nodeGround: 'the ground at ' };
  return owner ? `${part[address.kind] ?? ''}${owner}` : 'one thing';
}

const styles = StyleSheet.create({
  sides: { flexDirection: 'row', gap: 12 },
  side: { flex: 1, borderWidth: 2, borderRadius: 8, padding: 12, gap: 6 },
});
