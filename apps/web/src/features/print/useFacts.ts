import type { LineResult } from '@alveus/core';
import { useCallback } from 'react';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectFindings } from '../../store/results';
import { usePrint } from '../../ui/measured';
import { useSay } from '../parts/useSay';
import type { FactTable } from './facts';
import { findingsOfLine, readingsOf, structuresOf, utilitiesOf } from './facts';

/** The tables of a line, in the reader's units. */
export function useFacts(): (line: LineResult) => readonly FactTable[] {
  const evaluation = useAppSelector(selectEvaluation);
  const findings = useAppSelector(selectFindings);
  const system = useAppSelector((state) => state.settings.system);
  const print = usePrint();
  const tell = useSay();
  return useCallback(
    (line) => {
      const words = { print, tell };
      return [
        ...structuresOf(evaluation, line, words),
        ...utilitiesOf(evaluation, line, words),
        ...findingsOfLine(evaluation, findings, line, words),
        ...readingsOf(evaluation, line, system, words),
      ];
    },
    [evaluation, findings, system, print, tell],
  );
}
