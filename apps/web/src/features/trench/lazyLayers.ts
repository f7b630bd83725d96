import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';

/** A layer with its material, for sections and for what fills a hole: it comes with the sheet that has some. */
export const LayerBox = later(async () => (await import('./layer-sheets')).LayerBox, null, NotHere);
