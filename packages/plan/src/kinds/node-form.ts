/** What a form of node is, declared once: how it is called and drawn, what it lets through, and what it takes to build. */
export interface FormDeclaration<Form extends string> {
  readonly form: Form;
  /** As it is called on the screen, and in an order where it is bought as one thing. */
  readonly word: string;
  readonly article?: string;
  /** Letters that plan sheets give it. */
  readonly short?: string;
  /** A small picture, 72 × 56, by its parts; a path each. */
  readonly picture: PictureParts;
  /** Its mark on the sketch, where that is neither the square of a box nor a dot. */
  readonly mark?: 'house' | 'tank' | 'funnel' | 'bar';

  /** What becomes of water that comes to it where nothing leads on. */
  readonly ends: FormEnds;
  /** The pipe that ends there comes up to the ground. */
  readonly surfaces?: true;
  /** Part of a septic system: the tank that settles sewage, or the field that takes what leaves the tank. */
  readonly septic?: 'tank' | 'field';

  /** Pipes go into it through its walls. */
  readonly box?: true;
  /** May go down below its pipes, as by a sump that holds what settles: so far as long as nobody says otherwise, m. */
  readonly sump?: number;
  /** Has room for a drop from what comes in to what goes out. */
  readonly roomy?: true;
  /** Pipe goes on through it level: it has no room for a drop. */
  readonly level?: true;
  /** The level of its top is stated where it is not level with the ground. */
  readonly top?: true;
  /** Open at the top: water that stands higher than that runs out over it. */
  readonly open?: true;
  /** Shares water out among several pipes; `ports` where these have to be level with each other. */
  readonly splits?: true;
  readonly ports?: true;
  /** The pipe can be reached and cleaned from it. */
  readonly reached?: true;
  /** Pipe stands up from the line to its top. */
  readonly riser?: true;
  /** The end of a pipe in the ground, where only one run meets it. */
  readonly free?: true;
  /** Pipe meets pipe in the ground, by fittings; `buried` where nothing of it shows and it is not staked. */
  readonly pipework?: true;
  readonly buried?: true;
  /** It takes up a turn, and no fall. */
  readonly turns?: true;
  /** From the pipe that comes in down to those that leave, m: as is usual, and what is asked for. */
  readonly fall?: { readonly usual: number; readonly least: number; readonly most?: number };

  /** The hole that is usually dug for it. */
  readonly hole?: HoleModel;
  /** It was there before: nothing has to be dug or set. */
  readonly existing?: true;
  /** Where it is offered: as the end of a line, at either end of a run, or put into one, under this name. */
  readonly offered?: {
    readonly outlet?: true;
    readonly upper?: true;
    readonly lower?: true;
    readonly within?: string;
  };
  /** As an end that is compared with others, by the way a line comes in. */
  readonly compared?: readonly ComparedEnd[];
  /** An end for where water cannot leave by gravity: it rises in it, or is pumped. */
  readonly lastResort?: 'end' | 'pump';
  /** What it takes besides the pipe. */
  readonly parts?: readonly FormPart[];
}

/**
 * - `open`: runs out at the level of the pipe · `water`: into water, which may stand over the pipe · `rises`: stands in it
 *   up to its top, and spills there · `pumped` · `soaks`: goes into the ground · `taken`: by what was there, or by what
 *   stands there · `shut`: nowhere
 */
export type FormEnds = 'open' | 'water' | 'rises' | 'pumped' | 'soaks' | 'taken' | 'shut';

export interface PictureParts {
  /** Soil: level ground unless it says otherwise; empty in a view from above. */
  readonly earth?: string;
  readonly stone?: string;
  /** Water that stands. */
  readonly water?: string;
  /** What is built: its outline. */
  readonly walls?: string;
  /** Grates, lids, plates. */
  readonly lids?: string;
  /** Along the middle of the pipe. */
  readonly pipe?: string;
  /** Where water comes out, or how something moves. */
  readonly arrows?: string;
}

/** Usual outside sizes of what is set into a hole, the room round it and the bed under it, m. */
export interface HoleModel {
  readonly plan:
    | { readonly by: 'round'; readonly across: number }
    | { readonly by: 'box'; readonly along: number; readonly across: number };
  readonly floor: number;
  readonly tall: number;
  readonly room: number;
  readonly riser?: number;
  /** Of what is set by its ports: from its top down to the inverts, and its walls. */
  readonly ports?: { readonly inlet: number; readonly outlet: number; readonly wall: number };
  readonly bed: number;
  /** Stone around it, up to so far over its underside. */
  readonly stone?: number;
}

/** Ways into a box that was there. */
export const ENTRIES = ['wall', 'grate'] as const;
export type Entry = (typeof ENTRIES)[number];

export interface ComparedEnd {
  readonly entry?: Entry;
  /** What it takes, in the words of the trade. */
  readonly needs: string;
}

/** Something that is bought with it: once for each pipe there, for each that leaves, or for the place. */
export interface FormPart {
  readonly part:
    | 'structure'
    | 'grate'
    | 'frame'
    | 'cement'
    | 'riser'
    | 'guard'
    | 'adapter'
    | 'emitter'
    | 'boot'
    | 'baffle'
    | 'leveller'
    | 'cap'
    | 'plug'
    | 'vent'
    | 'sweep'
    | 'wye';
  readonly per: 'pipe' | 'outgoing' | 'place';
  /** How much for each, where it is not one, kg. */
  readonly amount?: number;
  /** Only where a line comes in this way, or only at the head of a line or on its way. */
  readonly entry?: Entry;
  readonly on?: 'head' | 'way';
  readonly why: string;
}

export const declareForm = <const Form extends string>(declaration: FormDeclaration<Form>): FormDeclaration<Form> =>
  declaration;
