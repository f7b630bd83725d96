import type { Finding, FindingChanges } from '@alveus/core';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { Icon, List, Words } from '../../ui/measured';
import { SEVERITY_WORD } from '../../drawing/severity';
import { useSay } from './useSay';

/** What would be found otherwise, if something were done. */
export function Effect({ changes: { gone, come, weigh } }: { changes: FindingChanges }) {
  if (gone.length + come.length + weigh.length === 0) return <Words tone="muted">No finding would change.</Words>;
  return (
    <View style={styles.lists}>
      <Some title="Fixed" findings={gone} away />
      <Some title="New" findings={come} />
      <Some title="Changed in severity" findings={weigh} />
    </View>
  );
}

/** Of many, so many are told. */
const MOST = 8;

function Some({ title, findings, away = false }: { title: string; findings: readonly Finding[]; away?: boolean }) {
  const tones = useTones();
  const tell = useSay();
  if (findings.length === 0) return null;
  return (
    <View style={styles.some}>
      <Words strong>{`${title}: ${findings.length}`}</Words>
      <List label={title}>
        {findings.slice(0, MOST).map(({ id, severity, what }) => (
          <View key={id} role="listitem" style={styles.one}>
            <Icon name={away ? 'check' : severity} color={away ? tones.settled : tones[severity]} size={20} />
            <Words size="small" style={styles.words}>{`${SEVERITY_WORD[severity]}. ${tell(what)}`}</Words>
          </View>
        ))}
      </List>
      {findings.length > MOST ? <Words size="small" tone="muted">{`and ${findings.length - MOST} more`}</Words> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  lists: { gap: 12 },
  some: { gap: 6 },
  one: { flexDirection: 'row', gap: 8, alignItems: 'flex-start', paddingVertical: 3 },
  words: { flex: 1 },
});
