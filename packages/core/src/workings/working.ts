import type { Uuid } from '@alveus/plan';
import type { Measured, Phrase } from '../phrase';

/** How a figure came about: enough to redo it on paper. */
export interface Working {
  readonly title: string;
  /** Undefined where the plan does not say enough; then the steps say what is missing. */
  readonly value: Measured | undefined;
  readonly steps: readonly WorkingStep[];
  readonly source: string;
  /** What it depends on. */
  readonly rests: readonly Rest[];
}

/** What a figure depends on, and where that is seen or changed. */
export interface Rest {
  readonly words: string;
  readonly at?: RestAt;
}

export type RestAt =
  | { readonly see: 'figure'; readonly figure: FigureRef }
  | { readonly see: 'run' | 'section' | 'material'; readonly id: Uuid }
  /** The native soil of the job, or how deep the trench of the line is all along. */
  | { readonly see: 'native' | 'depths' };

export interface WorkingStep {
  readonly formula: string;
  /** The same with the numbers in it. */
  readonly numbers: Phrase;
}

/** Names a figure whose working can be asked for. */
export type FigureRef =
  | { readonly figure: 'ground' | 'invert' | 'bottom' | 'depth' | 'cover'; readonly run: Uuid; readonly at: number }
  | { readonly figure: 'low' | 'high' | 'slope' | 'width'; readonly run: Uuid }
  | { readonly figure: 'layerTop'; readonly run: Uuid; readonly at: number; readonly layer: number }
  | {
      readonly figure: 'excavation' | 'pipeDisplaced' | 'nativeReturned' | 'spoilBank' | 'spoilLoose';
      readonly line: Uuid;
    }
  | { readonly figure: 'placed' | 'ordered' | 'loose' | 'mass' | 'area'; readonly line: Uuid; readonly material: Uuid }
  /** What of a material lies in one kind of layer. */
  | { readonly figure: 'layerPlaced'; readonly line: Uuid; readonly material: Uuid; readonly layer: string }
  | { readonly figure: 'sticks' | 'pipeLength'; readonly line: Uuid; readonly pipe: Uuid };
