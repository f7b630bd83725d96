import { useEffect } from 'react';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sheetOpened, useAppDispatch } from '../../store';
import { useActions } from '../../sync/SyncProvider';

/** Undo, redo, print and the sheet of keys, except while somebody types: there the field's own undo is meant. */
export function useJobKeys(): void {
  const actions = useActions();
  const dispatch = useAppDispatch();
  const store = useStore() as Store;
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const key = event.key.toLowerCase();
      const control = event.ctrlKey || event.metaKey;
      if (control && key === 'p') {
        // Once it is asked what to print, the browser prints it.
        if (store.getState().view.sheet?.sheet === 'print') return;
        event.preventDefault();
        return void dispatch(sheetOpened({ sheet: 'print' }));
      }
      if (event.target instanceof HTMLInputElement) return;
      if (event.key === '?') return void dispatch(sheetOpened({ sheet: 'keys' }));
      if (!control || (key !== 'z' && key !== 'y')) return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) actions.redo();
      else actions.undo();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [actions, dispatch, store]);
}
