import type { Takeoff } from '@alveus/core/takeoff';
import { StyleSheet, View } from 'react-native';
import { Card, List, Row } from '../../ui/measured';
import { TicketRow } from './TicketRow';
import { useCard } from './useCard';

/** Orders and tickets of what the plan takes no more. */
export function Strays({ takeoff: { strays } }: { takeoff: Takeoff }) {
  const card = useCard();
  if (strays.length === 0) return null;
  return (
    <Card title="Ordered or delivered, no longer used" style={card}>
      <View style={styles.text}>
        <List label="Ordered or delivered, no longer used">
          {strays.flatMap(({ article, name, tickets }) => [
            <Row
              key={article}
              title={name}
              note={
                tickets.length === 0
                  ? 'ordered; nothing delivered yet'
                  : tickets.length === 1
                    ? 'one ticket'
                    : `${tickets.length} tickets`
              }
            />,
            ...tickets.map((ticket) => (
              <TicketRow
                key={ticket.id}
                ticket={ticket}
                title={ticket.ticket ? `Ticket ${ticket.ticket}` : 'Ticket'}
                note={`${name}, ${ticket.day}`}
              />
            )),
          ])}
        </List>
      </View>
    </Card>
  );
}

const styles = StyleSheet.create({ text: { paddingHorizontal: 12, paddingVertical: 8 } });
