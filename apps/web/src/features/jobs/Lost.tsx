import { useRouter } from 'expo-router';
import { Button } from '../../ui/Button';
import { Words } from '../../ui/Words';
import { WordsPage } from './WordsPage';

/** An address at which there is nothing, with the way home. */
export function Lost() {
  const router = useRouter();
  return (
    <WordsPage title="There is nothing at this address">
      <Words>It was typed wrong, or cut off where it was copied. Jobs are opened from their list.</Words>
      <Button kind="main" onPress={() => router.replace('/')}>
        All jobs
      </Button>
    </WordsPage>
  );
}
