import type { System } from '@alveus/core';
import { print } from '@alveus/core';
import type { Choice, Conflict, Item, Kind, Plan, Uuid } from '@alveus/plan';
import { itemAt, keyOf, kindOf, nameOf } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { conflictChosen, useAppDispatch, useAppSelector } from '../../store';
import { useOutbox } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Sheet, Words } from '../../ui';

/** Two people changed one thing: both values side by side, and a choice. */
export function ConflictSheet({ conflict }: { conflict: Conflict }) {
  const dispatch = useAppDispatch();
  const outbox = useOutbox();
  const store = useStore() as Store;
  const tones = useTones();
  const plan = useAppSelector((state) => state.job.plan);
  const { system } = useAppSelector((state) => state.settings);
  const choose = (choice: Choice): void => {
    dispatch(conflictChosen({ key: keyOf(conflict.address), choice }));
    if (store.getState().job.conflicts.length === 0) void outbox.settle();
  };
  const show = (item: Item | null): string => {
    if (!item) return 'removed';
    const names =
      conflict.fields.length > 0
        ? conflict.fields
        : Object.keys(item).filter((name) => name !== 'kind' && name !== 'id');
    return names.map((name) => `${fieldWords(item, name, plan)}: ${value(item, name, system)}`).join('\n');
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
      <Words>
        Somebody else changed this while your change was waiting. Nothing is lost: choose which one holds. The other can
        be typed again.
      </Words>
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

/** Ends are told by the nodes they are at; nobody on a site speaks of end a. */
function fieldWords(item: Item, name: string, plan: Plan): string {
  const told = kindOf(item.kind).words.fields[name];
  const words = typeof told === 'string' ? told : (told?.[0] ?? name);
  const run = item.kind === 'run' ? item : plan.run[item.id];
  const at = (node: Uuid | undefined): string => plan.node[node ?? '']?.name ?? 'one end';
  return words.replace('end a', at(run?.a)).replace('end b', at(run?.b));
}

function value(item: Item, name: string, system: System): string {
  const raw = (item as unknown as Record<string, unknown>)[name];
  const told = kindOf(item.kind).words.fields[name];
  const measure = typeof told === 'string' ? undefined : told?.[1];
  if (typeof raw === 'number') return measure ? print(raw, measure, system) : String(raw);
  if (raw === undefined) return 'free';
  if (name === 'length' && typeof raw === 'object' && raw !== null && 'value' in raw)
    return print(Number(raw.value), 'distance', system);
  if (name === 'breaks' && Array.isArray(raw)) {
    return (
      (raw as { at: number; elevation: number }[])
        .map((one) => `${print(one.at, 'distance', system)} along ${print(one.elevation, 'elevation', system)}`)
        .join(', ') || 'none'
    );
  }
  return typeof raw === 'string' || typeof raw === 'boolean' ? String(raw) : JSON.stringify(raw);
}

function subject({ address, mine, theirs }: Conflict, plan: Plan): string {
  const item = mine ?? theirs;
  const find = (kind: Kind, id: Uuid): Item | undefined => itemAt(plan, { kind, id });
  return item ? nameOf(item, find) : `a ${kindOf(address.kind).words.one}`;
}

const styles = StyleSheet.create({
  sides: { flexDirection: 'row', gap: 12 },
  side: { flex: 1, borderWidth: 2, borderRadius: 8, padding: 12, gap: 6 },
});
