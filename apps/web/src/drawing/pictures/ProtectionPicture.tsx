import type { Protection } from '@alveus/plan';
import type { PictureParts } from '@alveus/plan';
import { Small } from './Small';

/** How people are kept safe in a trench, cut across. */
const PROTECTIONS: Readonly<Record<Protection, PictureParts>> = {
  sloped: { earth: 'M0 12H10L30 50H42L62 12H72V56H0Z' },
  benched: { earth: 'M0 12H8V24H18V37H29V50H43V37H54V24H64V12H72V56H0Z' },
  shielded: {
    earth: 'M0 12H16V50H56V12H72V56H0Z',
    lids: 'M22 8V48M50 8V48',
    walls: 'M22 16H50V19H22ZM22 36H50V39H22Z',
  },
  shored: { earth: 'M0 12H22V50H50V12H72V56H0Z', lids: 'M23 10V50M49 10V50M24 20H48M24 38H48M36 16v8M36 34v8' },
  'not-entered': {
    earth: 'M0 16H30V50H42V16H72V56H0Z',
    // Done from above: a bar across, and nobody under it.
    lids: 'M22 12H50M26 12V16M46 12V16',
    arrows: 'M29 25 43 39M43 25 29 39',
  },
};

export function ProtectionPicture({ protection }: { protection: Protection }) {
  return <Small {...PROTECTIONS[protection]} />;
}
