import type { NodeForm } from '@alveus/plan';
import type { Parts } from './Small';
import { Small } from './Small';

/** What can stand at a node, cut through; bends, wyes and boxes that share water out from above. */
const FORMS: Readonly<Record<NodeForm, Parts>> = {
  daylight: {
    earth: 'M72 14H46L22 36 0 44V56H72Z',
    pipe: 'M72 29 28 33',
    arrows: 'M24 34c-5 1-8 4-9 8M11.5 38.5l3.4 4 4.2-3',
  },
  pond: { earth: 'M72 12H50L18 42H0V56H72Z', water: 'M0 27H34L18 42H0Z', pipe: 'M72 28 31 31' },
  curb: {
    earth: 'M72 14H32V30H0V56H72Z',
    walls: 'M24 14H34V42H24Z',
    pipe: 'M72 23 24 26',
    arrows: 'M20 27 8 29M12 25l-4 4 5 3',
  },
  structure: { walls: 'M10 17H38V50H10Z', lids: 'M7 16H41', pipe: 'M72 30 38 34' },
  'bubble-up': {
    stone: 'M10 44H38V54H10Z',
    walls: 'M14 16H34V46H14Z',
    water: 'M15 18H33V45H15Z',
    lids: 'M13 15h3M20 15h3M27 15h3M33 15h2',
    pipe: 'M72 31 34 38',
    arrows: 'M24 34V6M19 11l5-5 5 5',
  },
  'pop-up': {
    walls: 'M18 17H30V44H18Z',
    water: 'M19 18H29V43H19Z',
    lids: 'M14 9H34M24 9V18',
    pipe: 'M72 31 30 38',
    arrows: 'M14 13c-4 0-7 0-10 2M34 13c4 0 7 0 10 2',
  },
  'stand-pipe': {
    stone: 'M8 24H40V54H8Z',
    walls: 'M19 12H29V44H19Z',
    water: 'M20 13H28V43H20Z',
    lids: 'M18 11h3M23 11h3M28 11h2',
    pipe: 'M72 31 29 36',
    arrows: 'M24 46v7M20 49l4 4 4-4',
  },
  sump: {
    walls: 'M12 17H38V52H12Z',
    water: 'M13 36H37V51H13Z',
    lids: 'M20 42H30V51H20ZM25 42V9H2',
    pipe: 'M72 27 38 31',
  },
  'soak-away': { stone: 'M8 25H42V53H8Z', pipe: 'M72 29 26 33', arrows: 'M25 40V50M21 46l4 4 4-4' },
  inlet: { walls: 'M36 17H58V38H36Z', lids: 'M36 16h3M43 16h3M50 16h3M57 16h1', pipe: 'M36 33 0 38' },
  'catch-basin': {
    walls: 'M32 17H58V52H32Z',
    water: 'M33 37H57V51H33Z',
    lids: 'M32 16h3M39 16h3M46 16h3M53 16h3',
    pipe: 'M72 28 58 29M32 34 0 38',
  },
  manhole: { walls: 'M30 54V32L38 22V17H50V22L58 32V54Z', lids: 'M35 16H53', pipe: 'M72 46 58 47M30 49 0 52' },
  cleanout: { pipe: 'M72 38 0 45M34 41.5V18', lids: 'M29 15H39' },
  bend: { earth: '', pipe: 'M72 14H46L16 50' },
  fitting: { earth: '', pipe: 'M72 34H0M66 4 36 34' },
  downspout: { walls: 'M58 0H70V40H58Z', pipe: 'M50 0V32Q50 39 42 40L0 46' },
  'channel-drain': {
    walls: 'M12 17H66V32H12Z',
    lids: 'M14 16h4M23 16h4M32 16h4M41 16h4M50 16h4M59 16h4',
    pipe: 'M12 27 0 29',
  },
  'stub-out': { walls: 'M46 0H58V52H46Z', pipe: 'M72 32 0 42' },
  tank: {
    walls: 'M12 21H62V54H12Z',
    water: 'M13 31H61V53H13Z',
    lids: 'M18 18H28M46 18H56M53 25V38M20 28V40',
    pipe: 'M72 27 56 28M18 31 0 33',
  },
  'd-box': { earth: '', walls: 'M40 18H58V38H40Z', pipe: 'M72 28H58M40 22 28 10H0M40 28H0M40 34 28 46H0' },
  'lateral-end': { stone: 'M0 24H62V46H0Z', pipe: 'M0 35H46', lids: 'M47 30V40' },
  vent: { pipe: 'M72 38 0 45M36 41.5V8', lids: 'M29 11Q36 0 43 11' },
};

export function FormPicture({ form }: { form: NodeForm }) {
  return <Small {...FORMS[form]} />;
}
