import { useEffect } from 'react';
import { useActions } from '../../sync/SyncProvider';

/** Undo and redo from the keyboard, except while somebody types: there the field's own undo is meant. */
export function useUndoKeys(): void {
  const actions = useActions();
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLInputElement) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) actions.redo();
      else actions.undo();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [actions]);
}
