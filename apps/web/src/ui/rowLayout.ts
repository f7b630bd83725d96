import type { ReactElement } from 'react';

/** A row that is made when it comes near to being seen. */
export interface LongRow {
  readonly key: string;
  /** About how high it is, px: room is kept for it while it is not made. As rows of two lines are, where it is not said. */
  readonly height?: number;
  readonly render: () => ReactElement;
}

/** Height of a row of two lines, px. */
const ROW = 56;

/**
 * Where each row lies, as near as is known.
 * @param top height of what stands before the rows, px
 */
export function layoutOf(
  rows: readonly Pick<LongRow, 'height'>[],
  top: number,
): (_: unknown, index: number) => { length: number; offset: number; index: number } {
  const offsets: number[] = [];
  let end = top;
  for (const { height = ROW } of rows) {
    offsets.push(end);
    end += height;
  }
  return (_, index) => ({ length: rows[index]?.height ?? ROW, offset: offsets[index] ?? end, index });
}
