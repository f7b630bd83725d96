import { Button } from './Button';

/** The foot of a sheet in which each thing is kept as it is typed. */
export function DoneFoot({ onDone }: { onDone: () => void }) {
  return (
    <Button kind="main" onPress={onDone}>
      Done
    </Button>
  );
}
