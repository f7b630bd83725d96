import type { Finding } from '@alveus/core';
import { List, Row } from '../../ui/measured';
import { useSay } from '../parts/useSay';

/** What stands against one of those that are compared, each with its reason. */
export function Against({ name, findings }: { name: string; findings: readonly Finding[] }) {
  const say = useSay();
  if (findings.length === 0) return null;
  return (
    <List label={`Problems with ${name}`}>
      {findings.map(({ id, what, why }) => (
        <Row key={id} title={say(what)} note={say(why)} noteLines="all" />
      ))}
    </List>
  );
}
