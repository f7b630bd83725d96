import { useEffect } from 'react';
import { sheetOpened, useAppDispatch } from '../../store';
import { useActions } from '../../sync/SyncProvider';

/** Undo, redo and the sheet of keys, except while somebody types: there the field's own undo is meant. */
export function useJobKeys(): void {
  const actions = useActions();
  const dispatch = useAppDispatch();
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.target instanceof HTMLInputElement) return;
      if (event.key === '?') return void dispatch(sheetOpened({ sheet: 'keys' }));
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) actions.redo();
      else actions.undo();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [actions, dispatch]);
}
