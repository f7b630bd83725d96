import { useLocalSearchParams, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button, Words } from '../../ui';

/** A stage that has nothing to work on yet says where to go. */
export function Empty() {
  const router = useRouter();
  const { job } = useLocalSearchParams<{ job: string }>();
  return (
    <View style={styles.empty}>
      <Words size="title" strong heading={2}>
        No pipe yet
      </Words>
      <Words>Set the outlet and add the first run under Grade; this page follows from it.</Words>
      <Button kind="main" onPress={() => router.replace(`/job/${job}/grade`)}>
        Go to Grade
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  empty: { padding: 24, gap: 16, maxWidth: 560, width: '100%', alignSelf: 'center', paddingTop: 48 },
});
