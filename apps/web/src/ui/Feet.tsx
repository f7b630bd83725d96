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

interface KeepFootProps {
  /** Whether all that was typed can be kept. */
  ready: boolean;
  onKeep: () => void;
  /** Left out for what is not there yet. */
  onRemove?: (() => void) | undefined;
}

/** The foot of a sheet that is kept as a whole, or taken away. */
export function KeepFoot({ ready, onKeep, onRemove }: KeepFootProps) {
  return (
    <>
      {onRemove ? <RemoveButton onRemove={onRemove} /> : null}
      <Button kind="main" onPress={onKeep} disabled={!ready}>
        Save
      </Button>
    </>
  );
}
