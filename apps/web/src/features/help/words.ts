/** Help in words: short, as a foreman would say it. */

export const SIX_STEPS: readonly { readonly title: string; readonly words: string }[] = [
  {
    title: 'Set the outlet',
    words: 'New job, then Set the outlet: where the water leaves and how high. Any benchmark will do, even 100.00.',
  },
  {
    title: 'Add the pipe, up from there',
    words: 'Type length, slope and the ground at the upper end of each run. Two known figures give the third.',
  },
  {
    title: 'Shoot the ground',
    words: 'Under Ground: a benchmark, a backsight, then a reading and Enter for each point.',
  },
  {
    title: 'Enter what is in the way',
    words: 'Under Site: utilities, test pits, frost. Call for locates first and wait for the marks.',
  },
  {
    title: 'Check the trench, order the stone',
    words:
      'Under Trench: the section, layers and worker protection. Under Order: loose yards, tons, sticks and fittings.',
  },
  {
    title: 'Dig by the rod',
    words:
      'Under Dig: set up the level, check it on a known point, then In the trench shows what to read at each station.',
  },
];

export const WORDS: readonly { readonly word: string; readonly means: string }[] = [
  { word: 'Invert', means: 'the inside bottom of the pipe, where the water runs.' },
  { word: 'Cover', means: 'from the ground down to the top of the pipe.' },
  { word: 'Rim', means: 'the top of the grate or cover of a structure.' },
  { word: 'Run', means: 'one straight grade of one pipe, between two points.' },
  { word: 'Line', means: 'runs one after the other, from the low end up.' },
  { word: 'Station', means: 'distance along the line from its low end: 1+25 is 125 ft.' },
  { word: 'Slope', means: 'fall over length: 1 % is 1 ft in 100 ft, about 1/8 in per foot.' },
  { word: 'Bedding', means: 'what the pipe rests on. Haunch: what is worked in under its sides.' },
  { word: 'BS, FS', means: 'backsight to a known point, foresight to a new one.' },
  { word: 'Lock', means: 'holds an invert or a slope where you set it; the rest follows.' },
  { word: 'Stop, Fix, Check', means: 'will not work or can kill; breaks a rule; worth a second look.' },
];
