import type { PictureParts } from '@alveus/plan';
import { Small } from './Small';

/** Which of low invert, slope and high invert gives way: the pipe where it may move, held at what is locked. */
const GIVES: Readonly<Record<'low' | 'slope' | 'high', PictureParts>> = {
  low: { pipe: 'M66 26 10 40', lids: 'M66 20V32', arrows: 'M10 28V52M6 32l4-4 4 4M6 48l4 4 4-4' },
  high: { pipe: 'M66 26 10 40', lids: 'M10 34V46', arrows: 'M62 12V40M58 16l4-4 4 4M58 36l4 4 4-4' },
  slope: { pipe: 'M66 24 10 42', lids: 'M10 36V48M66 18V30', arrows: 'M24 30Q38 22 50 40M46 37l4 3 1-5' },
};

export function GivesPicture({ which }: { which: 'low' | 'slope' | 'high' }) {
  return <Small {...GIVES[which]} />;
}
