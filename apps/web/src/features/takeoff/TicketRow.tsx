import { strikeOut } from '@alveus/plan';
import type { Delivery } from '@alveus/plan';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Row } from '../../ui/measured';

/** A ticket, which can be struck out and is never lost. */
export function TicketRow({ ticket, title, note }: { ticket: Delivery; title: string; note: string }) {
  const { edit } = useActions();
  return (
    <Row
      title={title}
      note={note}
      after={
        <Button
          label={`Strike out ticket ${ticket.ticket || ticket.day}`}
          onPress={() => edit([{ op: 'put', item: strikeOut(ticket, newId()) }])}
        >
          Strike out
        </Button>
      }
    />
  );
}
