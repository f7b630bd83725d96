import { StyleSheet, View } from 'react-native';
import { Words } from './Words';

/**
 * Work that takes its time, in words. Paper's indicators draw each of their frames through React, which puts off what
 * is being waited for, on a slow phone for ever: nothing that moves stands here.
 */
export function Busy({ children }: { children: string }) {
  return (
    <View role="status" style={styles.busy}>
      <Words tone="muted">{children}</Words>
    </View>
  );
}

const styles = StyleSheet.create({ busy: { padding: 24, alignItems: 'center' } });
