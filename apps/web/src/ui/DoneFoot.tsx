import { Button } from './Button';
import { RemoveButton } from './RemoveButton';

interface DoneFootProps {
  onDone: () => void;
  /** Left out for what stays. */
  onRemove?: (() => void) | undefined;
}

/** The foot of a sheet in which each thing is kept as it is typed. */
export function DoneFoot({ onDone, onRemove }: DoneFootProps) {
  return (
    <>
      {onRemove ? <RemoveButton onRemove={onRemove} /> : null}
      <Button kind="main" onPress={onDone}>
        Done
      </Button>
    </>
  );
}
