import type { Quantity } from '@alveus/core';
import type { StructureRow } from '@alveus/core/compare/structures';
import { serviceOf } from '@alveus/plan';

/** What else comes into a structure, and how high. */
export const besidesWords = ({ besides }: StructureRow, print: (value: number, quantity: Quantity) => string): string =>
  besides
    .map(({ service, invert }) =>
      [
        service === undefined ? 'a pipe' : serviceOf(service).letters,
        invert === undefined ? '' : print(invert, 'elevation'),
      ]
        .filter(Boolean)
        .join(' '),
    )
    .join(', ');
