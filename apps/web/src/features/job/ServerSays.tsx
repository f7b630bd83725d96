import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { selectForeign, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { loadAnew } from '../../sync/frame/build';
import { Button, Note, Words } from '../../ui';

/**
 * What the server will not have, or has not any more, above every stage until something is done about it: this page, or
 * this job, in the server's own words; changes that were set aside; and what this page cannot show.
 */
export const ServerSays = memo(function ServerSays() {
  const dispatch = useAppDispatch();
  const refused = useAppSelector(({ job: { link } }) => (link.state === 'refused' ? link.message : undefined));
  const rejected = useAppSelector((state) => state.job.rejected.length);
  const lost = useAppSelector((state) => state.job.diverged?.lost.length ?? 0);
  const foreign = useAppSelector(selectForeign).length;
  const reload = (): void => void loadAnew();
  return (
    <>
      {refused === undefined ? null : <ServerNotice tone="stop" words={refused} does="Reload" onPress={reload} />}
      <Counted
        count={lost}
        tone="stop"
        words={(many) =>
          `The server was restored to an earlier day. It lacks ${many ?? 'a'} ${changes(many)} of this device.`
        }
        does="Review them"
        onPress={() => dispatch(sheetOpened({ sheet: 'diverged' }))}
      />
      <Counted
        count={foreign}
        tone="fix"
        words={(many) =>
          many === undefined
            ? 'One item of this plan is from a newer version of the app. It is kept as it is and not shown.'
            : `${many} items of this plan are from a newer version of the app. They are kept as they are and not shown.`
        }
        does="Reload"
        onPress={reload}
      />
      <Counted
        count={rejected}
        tone="fix"
        words={(many) => `${many ?? 'One'} ${changes(many)} rejected, and not in the plan.`}
        does="Review"
        onPress={() => dispatch(sheetOpened({ sheet: 'rejected' }))}
      />
    </>
  );
});

const changes = (many: number | undefined): string => (many === undefined ? 'change' : 'changes');

interface CountedProps extends Omit<ServerNoticeProps, 'words'> {
  count: number;
  /** @param many undefined for one */
  words: (many: number | undefined) => string;
}

/** Nothing where there is nothing to say. */
function Counted({ count, words, ...props }: CountedProps) {
  return count === 0 ? null : <ServerNotice {...props} words={words(count === 1 ? undefined : count)} />;
}

interface ServerNoticeProps {
  tone: 'stop' | 'fix';
  words: string;
  does: string;
  onPress: () => void;
}

function ServerNotice({ tone, words, does, onPress }: ServerNoticeProps) {
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
