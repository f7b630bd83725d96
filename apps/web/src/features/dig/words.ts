import type { DigWhy, Mark } from '@alveus/core/setout';

/** The words of digging. */

export const MARK_WORDS: Readonly<Record<Mark, string>> = {
  bottom: 'Bottom',
  foundation: 'Foundation',
  bedding: 'Bedding',
  flow: 'Flow line',
  top: 'Top of pipe',
  overlay: 'Overlay',
  ground: 'Ground',
};

/** What the rod stands on, said in full. */
export const STANDS_ON: Readonly<Record<Mark, string>> = {
  bottom: 'the trench bottom',
  foundation: 'the foundation',
  bedding: 'the bedding',
  flow: 'the flow line',
  top: 'the top of the pipe',
  overlay: 'the overlay',
  ground: 'the finished ground',
};

export const WHY_WORDS: Readonly<Record<DigWhy, string>> = {
  'as-dug': 'no room beside it afterwards: its stone goes in as it is dug',
  'way-in': 'the way in crosses it: it is dug last, and nothing passes while it is open',
  water: 'a pit found water above its bottom: pump it until it is covered',
  driven: 'traffic crosses it: closed and firm before anything passes',
};
