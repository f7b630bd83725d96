import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { Button, Note, Words } from '../../ui';

/**
 * What the server will not have, above every stage until something is done about it: this page, or this job, in the
 * server's own words; and changes that were set aside.
 */
export const ServerSays = memo(function ServerSays() {
  const dispatch = useAppDispatch();
  const refused = useAppSelector(({ job: { link } }) => (link.state === 'refused' ? link.message : undefined));
  const aside = useAppSelector((state) => state.job.aside.length);
  return (
    <>
      {refused === undefined ? null : (
        <Told tone="stop" words={refused} does="Load anew" onPress={() => window.location.reload()} />
      )}
      {aside === 0 ? null : (
        <Told
          tone="fix"
          words={aside === 1 ? 'The server did not take a change.' : `The server did not take ${aside} changes.`}
          does="Look at it"
          onPress={() => dispatch(sheetOpened({ sheet: 'aside' }))}
        />
      )}
    </>
  );
});

interface ToldProps {
  tone: 'stop' | 'fix';
  words: string;
  does: string;
  onPress: () => void;
}

function Told({ tone, words, does, onPress }: ToldProps) {
  return (
    <View style={styles.bar}>
      <Note tone={tone} icon={tone} role="status">
        <View style={styles.row}>
          <Words style={styles.words}>{words}</Words>
          <Button onPress={onPress}>{does}</Button>
        </View>
      </Note>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { paddingHorizontal: 12, paddingVertical: 6 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  words: { flex: 1, overflow: 'hidden' },
});
