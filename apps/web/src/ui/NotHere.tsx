import { StyleSheet, View } from 'react-native';
import { Button } from './Button';
import { Words } from './Words';

/** Instead of a part of the app that could not be fetched: what is the matter, and what to do. */
export function NotHere({ onAgain }: { onAgain: () => void }) {
  return (
    <View style={styles.page} role="alert">
      <Words strong>This part of the app is not on the device yet</Words>
      <Words>
        It could not be loaded now. Nothing of the job is lost, and the parts opened before keep working. It loads by
        itself once there is a connection.
      </Words>
      <Button icon="redo" onPress={onAgain}>
        Try again
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { padding: 24, gap: 12, maxWidth: 560, width: '100%', alignSelf: 'center' },
});
