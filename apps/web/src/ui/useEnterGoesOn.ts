import type { RefObject } from 'react';
import type { View } from 'react-native';
import { useKeysWithin } from './useKeysWithin';
import { useSteady } from './useSteady';

/**
 * Enter goes from field to field, as down a column of figures, and from the last one on; with Ctrl or Cmd it goes on
 * from any. Where what stands in a field is not understood, it stays there.
 * @param onEnd what is done after the last field; undefined where it cannot be done yet
 */
export function useEnterGoesOn(onEnd: (() => void) | undefined): RefObject<View | null> {
  // The sheet may have become ready in between.
  const end = useSteady(() => onEnd?.());
  return useKeysWithin((event) => {
    const field = event.target;
    if (event.key !== 'Enter' || event.isComposing || !(field instanceof HTMLInputElement)) return;
    const box = event.currentTarget as HTMLElement;
    const atOnce = event.ctrlKey || event.metaKey;
    // The field takes what was typed first, and lets go of the focus; a form is done being checked after that.
    setTimeout(() => {
      if (!field.isConnected) return;
      if (field.getAttribute('aria-invalid') === 'true') return field.focus();
      const fields = [...box.querySelectorAll('input')].filter(({ disabled }) => !disabled);
      const next = fields[fields.indexOf(field) + 1];
      if (next && !atOnce) {
        next.focus();
        next.select();
      } else end();
    }, 30);
  });
}
