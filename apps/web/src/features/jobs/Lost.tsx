import { useRouter } from 'expo-router';
import { Button } from '../../ui/Button';
import { Words } from '../../ui/Words';
import { WordsPage } from './WordsPage';

/** An address at which there is nothing, with the way home. */
export function Lost() {
  const router = useRouter();
  return (
    <WordsPage title="Page not found">
      <Words>The address was mistyped, or cut off when it was copied. Open jobs from the list.</Words>
      <Button kind="main" onPress={() => router.replace('/')}>
        All jobs
      </Button>
    </WordsPage>
  );
}
