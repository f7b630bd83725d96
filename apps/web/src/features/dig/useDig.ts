import type { Evaluation } from '@alveus/core';
import type { Instrument, InTheWay, SheetPlace, Trust } from '@alveus/core/setout';
import { DEFAULT_DIGGING, inTheWay, inTheWayFrom, laserIn, sheetPlaces, trustOf } from '@alveus/core/setout';
import type { Digging, Uuid } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import { useMemo } from 'react';
import type { DigView } from '../../store';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectLine } from '../../store/results';

/** What is dug by now, and where along the line that is worked on. */

export const diggingOf = ({ plan }: Evaluation): Digging => plan.digging[ONLY] ?? DEFAULT_DIGGING;

/** The setup that stands: the last one. */
export const standing = ({ book }: Evaluation) => book.setups.at(-1);

const UNSET: Trust = { is: 'unset' };

export function trustNow(evaluation: Evaluation): Trust {
  const setup = standing(evaluation);
  return setup ? trustOf(evaluation.book, evaluation.plan, setup.setup.id, diggingOf(evaluation).trust) : UNSET;
}

export interface Dig {
  readonly evaluation: Evaluation;
  readonly digging: Digging;
  readonly trust: Trust;
  readonly places: readonly SheetPlace[];
  /** Utilities in reach of the digging from a place up to the next one of the sheet. */
  inTheWayAt(place: SheetPlace): readonly InTheWay[];
  /** What is read by at a run; undefined while there is nothing to read by, or nothing that may be relied on. */
  instrumentAt(run: Uuid): Instrument | undefined;
}

export function useDig(): Dig {
  const evaluation = useAppSelector(selectEvaluation);
  const line = useAppSelector(selectLine)?.id;
  const view = useAppSelector((state) => state.view.dig);
  const { step } = view;
  const trust = useMemo(() => trustNow(evaluation), [evaluation]);
  const places = useMemo(() => {
    const shape = evaluation.lines.get(line ?? '');
    if (!shape) return [];
    return sheetPlaces(shape, evaluation.runs, step === null ? { by: 'stick' } : { by: 'station', step });
  }, [evaluation, line, step]);
  const inTheWayAt = useMemo((): Dig['inTheWayAt'] => {
    const all = line === undefined ? [] : inTheWay(evaluation, line);
    if (all.length === 0) return () => all;
    const next = new Map(places.map((place, index) => [place, places[index + 1]]));
    return (place) => inTheWayFrom(all, place, next.get(place));
  }, [evaluation, line, places]);
  return useMemo(
    () => ({
      evaluation,
      digging: diggingOf(evaluation),
      trust,
      places,
      inTheWayAt,
      instrumentAt: instrumentFor(evaluation, trust, view),
    }),
    [evaluation, trust, places, inTheWayAt, view],
  );
}

/** A setup that its check throws doubt on gives nothing, unless somebody says that it is dug by all the same. */
function instrumentFor(evaluation: Evaluation, trust: Trust, { by, end, allTheSame }: DigView): Dig['instrumentAt'] {
  const level: Instrument | undefined =
    trust.is === 'unset' || (trust.is === 'doubted' && standing(evaluation)?.setup.id !== allTheSame)
      ? undefined
      : { by: 'level', height: trust.height };
  const digging = diggingOf(evaluation);
  return (run) => {
    if (by === 'level') return level;
    if (by === 'direct') return { by };
    const result = evaluation.runs.get(run);
    return result && laserIn(result, end, digging)?.instrument;
  };
}
