/**
 * The product's look: limestone, ink and water. Whatever is written has a contrast of 7:1 on whatever it stands on, for
 * sunlight. Colours stand for materials
 * and water first; severities always come with a word and a mark as well.
 */
export interface Tones {
  readonly dark: boolean;
  /** On paper, in black and white: what has a colour elsewhere is told by its pattern. */
  readonly printed: boolean;
  readonly page: string;
  readonly card: string;
  readonly raised: string;
  readonly ink: string;
  readonly muted: string;
  readonly line: string;
  readonly water: string;
  readonly onWater: string;
  readonly waterSoft: string;
  readonly stop: string;
  readonly fix: string;
  readonly watch: string;
  readonly settled: string;
  readonly sky: string;
  readonly earth: string;
  readonly earthMark: string;
  /** The wall of a pipe, and the space in it. */
  readonly pipe: string;
  readonly bore: string;
  /** Water that stands, and the words at it. */
  readonly flood: string;
  readonly floodWords: string;
}

export const LIGHT: Tones = {
  dark: false,
  printed: false,
  page: '#ECE7DB',
  card: '#FBF9F3',
  raised: '#FFFFFF',
  ink: '#1D1B16',
  muted: '#454033',
  line: '#CBC3B1',
  water: '#094A5C',
  onWater: '#FFFFFF',
  waterSoft: '#CFE4EA',
  stop: '#8A150D',
  fix: '#6E3200',
  watch: '#4D4000',
  settled: '#1C4A23',
  sky: '#E4EEF1',
  earth: '#CDB48E',
  earthMark: '#A88A5E',
  pipe: '#23282B',
  bore: '#F4F8FA',
  flood: '#2F7FB8',
  floodWords: '#0E456C',
};

export const DARK: Tones = {
  dark: true,
  printed: false,
  page: '#111517',
  card: '#1B2124',
  raised: '#242C30',
  ink: '#F4EFE3',
  muted: '#CFC9BA',
  line: '#3D474C',
  water: '#7FCFE4',
  onWater: '#06222B',
  waterSoft: '#173943',
  stop: '#FFB3AB',
  fix: '#FFB473',
  watch: '#EBD66E',
  settled: '#93D4A1',
  sky: '#19242A',
  earth: '#5E4C33',
  earthMark: '#83694A',
  pipe: '#D9DEE0',
  bore: '#101A20',
  flood: '#2F7FB8',
  floodWords: '#9AD0F2',
};

/** Ink on paper. */
export const PAPER: Tones = {
  dark: false,
  printed: true,
  page: '#FFFFFF',
  card: '#FFFFFF',
  raised: '#FFFFFF',
  ink: '#000000',
  muted: '#333333',
  line: '#BBBBBB',
  water: '#000000',
  onWater: '#FFFFFF',
  waterSoft: '#E6E6E6',
  stop: '#000000',
  fix: '#555555',
  watch: '#999999',
  settled: '#000000',
  sky: '#FFFFFF',
  earth: '#F2F2F2',
  earthMark: '#AAAAAA',
  pipe: '#000000',
  bore: '#FFFFFF',
  flood: '#777777',
  floodWords: '#000000',
};
