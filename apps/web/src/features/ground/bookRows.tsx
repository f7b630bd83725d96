import type { Book } from '@alveus/core';
import type { LongRow } from '../../ui/LongList';
import { OutOfForce } from './OutOfForce';
import { SetupFoot, SetupHead } from './SetupParts';
import { ShotRow } from './ShotRow';

/** The level book as rows: each setup with its height of instrument, its shots, and those that no longer count. */
export function bookRows(book: Book): LongRow[] {
  return book.setups.flatMap(({ setup, height, shots, gone }): LongRow[] => [
    { key: setup.id, render: () => <SetupHead setup={setup} height={height} /> },
    ...shots.map((shot): LongRow => ({ key: shot.id, render: () => <ShotRow shot={shot} /> })),
    { key: `${setup.id}gone`, render: () => <OutOfForce shots={gone} /> },
    { key: `${setup.id}foot`, render: () => <SetupFoot setup={setup} /> },
  ]);
}
