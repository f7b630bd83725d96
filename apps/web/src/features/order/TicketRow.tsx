import { strikeOut } from '@alveus/plan';
import type { Delivery } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Row } from '../../ui/measured';

/** A ticket, which can be corrected or struck out, and is never lost. */
export function TicketRow({ ticket, title, note }: { ticket: Delivery; title: string; note: string }) {
  const { edit } = useActions();
  const dispatch = useAppDispatch();
  return (
    <Row
      title={title}
      note={note}
      after={
        <View style={styles.buttons}>
          <Button
            label={`Correct ticket ${ticket.ticket || ticket.day}`}
            onPress={() => dispatch(sheetOpened({ sheet: 'ticket', article: ticket.article, corrects: ticket.id }))}
          >
            Correct
          </Button>
          <Button
            label={`Strike out ticket ${ticket.ticket || ticket.day}`}
            onPress={() => edit([{ op: 'put', item: strikeOut(ticket, newId()) }])}
          >
            Strike out
          </Button>
        </View>
      }
    />
  );
}

const styles = StyleSheet.create({
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 6, justifyContent: 'flex-end' },
});
