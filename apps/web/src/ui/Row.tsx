import type { ReactNode } from 'react';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { Tap } from './Tap';
import { Unseen } from './Unseen';
import { Words } from './Words';

interface RowProps {
  title: string;
  note?: string | undefined;
  /** Lines that its words may take; what goes on past them is cut, except where all of it must be read. */
  noteLines?: 1 | 2 | 'all';
  /** Without a tap the row only tells. */
  onPress?: (() => void) | undefined;
  /** What a tap does, for those who hear the row: "Open", "Go to it". */
  does?: string;
  before?: ReactNode;
  after?: ReactNode;
  chosen?: boolean;
  /** In a list so long that only what is in sight is made: it cannot say which of how many it is. */
  loose?: boolean;
}

/** A row of a list: what it is, what is to be known of it, and beside the tap what else can be done. */
export const Row = memo(function Row({
  title,
  note,
  noteLines = 2,
  onPress,
  does,
  before,
  after,
  chosen = false,
  loose = false,
}: RowProps) {
  const tones = useTones();
  const lines = noteLines === 'all' ? undefined : noteLines;
  const words = (
    <>
      <Words strong lines={lines}>
        {title}
      </Words>
      {note ? (
        <Words size="small" tone="muted" lines={lines}>
          {note}
        </Words>
      ) : null}
    </>
  );
  return (
    <View
      {...(loose ? {} : { role: 'listitem' })}
      style={[styles.row, { borderColor: tones.line, backgroundColor: chosen ? tones.waterSoft : 'transparent' }]}
    >
      {before}
      {onPress ? (
        <Tap onPress={onPress} style={styles.main}>
          {words}
          {does ? <Unseen>{`. ${does}`}</Unseen> : null}
        </Tap>
      ) : (
        <View style={styles.main}>{words}</View>
      )}
      {after}
    </View>
  );
});

/** Rows, with a name for those who do not see them. */
export function List({ label, children }: { label: string; children: ReactNode }) {
  return (
    <View role="list" aria-label={label}>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, paddingRight: 6, minHeight: 56 },
  main: { flex: 1, paddingHorizontal: 12, paddingVertical: 6, justifyContent: 'center' },
});
