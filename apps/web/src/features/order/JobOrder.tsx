import type { Evaluation } from '@alveus/core';
import type { Takeoff } from '@alveus/core/takeoff';
import { lineSums, toOrder } from '@alveus/core/takeoff';
import type { Supplier } from '@alveus/plan';
import { SUPPLIERS } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sheetOpened, useAppDispatch } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Card, Choice, useWide, Words } from '../../ui/measured';
import { Cleanouts } from './Cleanouts';
import { Glance } from './Glance';
import { Missing } from './Missing';
import { saveOrderBook, saveOrderTable } from './orderFiles';
import { today } from './today';
import { useCard } from './useCard';
import { useTakeoff } from './useTakeoff';
import { Strays } from './Strays';
import { Sums } from './Sums';
import { SUPPLIER_WORDS } from './words';

type By = 'supplier' | 'line' | 'article';

/** The whole job: what is bought, hauled and brought, each amount opening to its places. */
export function JobOrder() {
  const now = useTakeoff();
  const wide = useWide();
  const [by, setBy] = useState<By>('supplier');
  if (!now) {
    return (
      <View role="status">
        <Words tone="muted">Working out the order…</Words>
      </View>
    );
  }
  const { evaluation, takeoff, stale } = now;
  return (
    <View style={styles.all}>
      {stale ? (
        <View role="status">
          <Words size="small" tone="muted">
            Updating…
          </Words>
        </View>
      ) : null}
      <Missing takeoff={takeoff} />
      <Glance takeoff={takeoff} />
      <Choice<By>
        label="Group by"
        options={[
          { value: 'supplier', label: 'Supplier' },
          { value: 'line', label: 'Line' },
          { value: 'article', label: 'Item' },
        ]}
        value={by}
        onChange={setBy}
      />
      <View style={wide ? styles.cardsWide : styles.cards}>
        {by === 'supplier' ? <BySupplier takeoff={takeoff} /> : null}
        {by === 'line' ? <ByLine takeoff={takeoff} evaluation={evaluation} /> : null}
        {by === 'article' ? (
          <Card title="All items" style={styles.whole}>
            <Sums sums={[...takeoff.sums].sort((a, b) => a.name.localeCompare(b.name, 'en'))} books={takeoff.books} />
          </Card>
        ) : null}
        <Strays takeoff={takeoff} />
        <Cleanouts evaluation={evaluation} />
      </View>
      <Foot />
    </View>
  );
}

interface Shown {
  takeoff: Takeoff;
  evaluation: Evaluation;
}

function BySupplier({ takeoff }: Pick<Shown, 'takeoff'>) {
  const card = useCard();
  return SUPPLIERS.map((supplier) => {
    const sums = takeoff.sums.filter((sum) => sum.supplier === supplier);
    return sums.length === 0 ? null : (
      <Card key={supplier} title={SUPPLIER_WORDS[supplier]} style={card}>
        <Sums sums={sums} books={takeoff.books} />
        {supplier === 'work' || supplier === 'hauling' ? null : <Ordering takeoff={takeoff} supplier={supplier} />}
      </Card>
    );
  });
}

/** What is to be asked of a supplier beyond what was ordered, and the writing down that it was. */
function Ordering({ takeoff, supplier }: Pick<Shown, 'takeoff'> & { supplier: Supplier }) {
  const { edit, say } = useActions();
  const lines = toOrder(takeoff, supplier);
  const last = takeoff.books.lastOrder.get(supplier);
  const order = (): void => {
    edit([{ op: 'put', item: { kind: 'purchase', id: newId(), supplier, day: today(), lines: [...lines] } }]);
    say(`${SUPPLIER_WORDS[supplier]}: marked as ordered.`);
  };
  return (
    <View style={styles.text}>
      <Words size="small" tone="muted">
        {last === undefined
          ? 'Nothing ordered yet.'
          : lines.length === 0
            ? `Everything is ordered, last on ${last}.`
            : `Since the order of ${last} the plan takes more of ${lines.length === 1 ? 'one item' : `${lines.length} items`}.`}
      </Words>
      {lines.length > 0 ? (
        <View style={styles.buttons}>
          <Button icon="check" label={`Mark as ordered: ${SUPPLIER_WORDS[supplier]}`} onPress={order}>
            {last === undefined ? 'Mark as ordered' : 'Mark the rest as ordered'}
          </Button>
        </View>
      ) : null}
    </View>
  );
}

function ByLine({ takeoff, evaluation }: Shown) {
  const card = useCard();
  return [...evaluation.lines.values()].map(({ id, line }) => {
    const sums = lineSums(takeoff, id);
    return sums.length > 0 ? (
      <Card key={id} title={line.name} style={card}>
        <Sums sums={sums} />
      </Card>
    ) : null;
  });
}

function Foot() {
  const store = useStore() as Store;
  const dispatch = useAppDispatch();
  return (
    <View style={styles.text}>
      <View style={styles.buttons}>
        <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'buying' }))}>
          Trucks, rolls and bags
        </Button>
        <Button icon="file" onPress={() => saveOrderTable(store.getState())}>
          Order list (CSV)
        </Button>
        <Button icon="file" onPress={() => saveOrderBook(store.getState())}>
          Order list (XLSX)
        </Button>
        <Button onPress={() => dispatch(sheetOpened({ sheet: 'print' }))}>Print</Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 12, width: '100%' },
  text: { paddingHorizontal: 12, paddingVertical: 8, gap: 8 },
  whole: { width: '100%' },
  cards: { gap: 12, width: '100%' },
  cardsWide: { flexDirection: 'row', flexWrap: 'wrap', gap: 20, alignItems: 'flex-start', width: '100%' },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
