import { useState } from 'react';
import { Snackbar } from 'react-native-paper';

interface SnackProps {
  words: string | null;
  /** How long it stays, ms. */
  stays: number;
  onGone: () => void;
  action?: { readonly label: string; readonly onPress: () => void };
}

/** What just happened, or could not: with the way back where there is one. */
export function Snack({ words, stays, onGone, action }: SnackProps) {
  // Paper's goes through its animation as it is mounted, though it has nothing to show.
  const [shown, setShown] = useState(words);
  if (words !== null && words !== shown) setShown(words);
  if (shown === null) return null;
  return (
    // Each has its own time: it does not go with the timer of the one before.
    <Snackbar
      key={shown}
      visible={words !== null}
      duration={stays}
      onDismiss={onGone}
      action={action ?? { label: 'Close' }}
    >
      {shown}
    </Snackbar>
  );
}
