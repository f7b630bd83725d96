import { Button } from './Button';

/** In the foot of a sheet about one thing: takes it away. Undo brings it back. */
export function RemoveButton({ onRemove }: { onRemove: () => void }) {
  return (
    <Button kind="danger" icon="trash" onPress={onRemove}>
      Remove
    </Button>
  );
}
