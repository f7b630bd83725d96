import type { Phrase } from '@alveus/core';
import { say } from '@alveus/core';
import { useCallback } from 'react';
import { useUnits } from '../../ui/measured';

/** Says sentences with measurements in them, in the reader's units. */
export function useSay(): (phrase: Phrase) => string {
  const { system, fraction } = useUnits();
  return useCallback((phrase) => say(phrase, system, { fraction }), [system, fraction]);
}
