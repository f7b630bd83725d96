import type { Book } from '@alveus/core';
import type { LongRow } from '../../ui/rowLayout';
import { OutOfForce } from './OutOfForce';
import { SetupFoot, SetupHead } from './SetupParts';
import { ShotRow } from './ShotRow';

/**
 * The level book as rows: each setup with its height of instrument, its shots, and those that no longer count.
 * @param shotsToo not where a table shows them
 */
export function bookRows(book: Book, shotsToo: boolean): LongRow[] {
  return book.setups.flatMap(({ setup, height, shots, gone }): LongRow[] => [
    { key: setup.id, height: 72, render: () => <SetupHead setup={setup} height={height} /> },
    ...(shotsToo ? shots : []).map((shot): LongRow => ({ key: shot.id, render: () => <ShotRow shot={shot} /> })),
    { key: `${setup.id}gone`, height: gone.length === 0 ? 0 : 56, render: () => <OutOfForce shots={gone} /> },
    { key: `${setup.id}foot`, height: 72, render: () => <SetupFoot setup={setup} /> },
  ]);
}
