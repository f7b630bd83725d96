import type { Sum, Takeoff } from '@alveus/core/takeoff';
import { accountOf } from '@alveus/core/takeoff';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch } from '../../store';
import { List, Row, usePrint } from '../../ui/measured';
import { amountWords, orderWords } from './words';

interface SumsProps {
  sums: readonly Sum[];
  /** What was ordered and came, of the job as a whole; of a line nobody knows what of it is its own. */
  books?: Takeoff['books'];
}

export function Sums({ sums, books }: SumsProps) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  return (
    <View style={styles.rows}>
      <List label="Items">
        {sums.map((sum) => (
          <Row
            key={sum.key}
            title={sum.name}
            note={`${orderWords(sum, print)}${books ? accountWords(sum, books, print) : ''}`}
            noteLines="all"
            does="Open its places"
            onPress={() => dispatch(sheetOpened({ sheet: 'article', article: sum.key }))}
          />
        ))}
      </List>
    </View>
  );
}

/** What came of what was ordered, and how the plan has moved since. */
function accountWords(sum: Sum, books: Takeoff['books'], print: ReturnType<typeof usePrint>): string {
  const { ordered, delivered, since } = accountOf(sum, books);
  if (ordered === 0 && delivered === 0) return '';
  const words = (value: number): string => amountWords(sum, value, print);
  const moved =
    Math.abs(since) > 1e-6 * Math.max(1, sum.ordered) ? `, plan ${since > 0 ? '+' : '−'}${words(Math.abs(since))}` : '';
  return ` — ordered ${words(ordered)}, delivered ${words(delivered)}${ordered > 0 ? moved : ''}`;
}

const styles = StyleSheet.create({ rows: { paddingHorizontal: 12 } });
