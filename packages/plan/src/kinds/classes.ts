import { oneOf } from '../values';

/**
 * Classes of material, each declared once: who supplies it, how it is counted, covered and compacted. How it is drawn
 * follows from its class too, and nothing follows from how it is drawn.
 */
export interface ClassDeclaration<Name extends string> {
  readonly name: Name;
  readonly word: string;
  readonly supplier: Supplier;
  /** Pattern of its layers. */
  readonly look: Look;
  /**
   * As it is bought where that is not by volume: by the area that it covers, by the bale or the roll, or by the piece
   * that is set whole.
   */
  readonly sold?: 'area' | 'bale' | 'roll' | 'piece';
  /** Bought in bags where there is little of it. */
  readonly bagged?: true;
  /** Lets water through: soil is to cover it in a septic field. */
  readonly drains?: true;
  /** Left as it is placed: it locks by itself, or must not be rammed. Else it is compacted. */
  readonly placed?: true;
  /** Planted or grown over: not compacted under wheels either. */
  readonly grows?: true;
  /** Water runs in it from end to end: no pipe is laid through it. */
  readonly carries?: true;
  /** Set dead level, along the contour. */
  readonly level?: true;
}

/** Who brings what is bought, or does what is done. */
export const SUPPLIERS = ['quarry', 'pipe', 'structures', 'fabric', 'concrete', 'garden', 'hauling', 'work'] as const;
export type Supplier = (typeof SUPPLIERS)[number];

/** How layers are drawn. */
export const LOOKS = ['stone', 'sand', 'soil', 'topsoil', 'sod', 'pavement', 'concrete', 'straw', 'fabric'] as const;
export type Look = (typeof LOOKS)[number];

const declareClass = <const Name extends string>(declaration: ClassDeclaration<Name>): ClassDeclaration<Name> =>
  declaration;

export const CLASS_LIST = [
  declareClass({ name: 'stone', word: 'Stone', supplier: 'quarry', look: 'stone', drains: true, placed: true }),
  declareClass({ name: 'sand', word: 'Sand', supplier: 'quarry', look: 'sand', drains: true }),
  declareClass({ name: 'soil', word: 'Soil or fill', supplier: 'quarry', look: 'soil' }),
  declareClass({ name: 'topsoil', word: 'Topsoil', supplier: 'garden', look: 'topsoil', grows: true }),
  declareClass({ name: 'sod', word: 'Sod', supplier: 'garden', look: 'sod', sold: 'area', grows: true }),
  declareClass({ name: 'straw', word: 'Straw', supplier: 'garden', look: 'straw', sold: 'bale', placed: true }),
  declareClass({ name: 'concrete', word: 'Concrete', supplier: 'concrete', look: 'concrete', bagged: true }),
  declareClass({ name: 'pavement', word: 'Pavement', supplier: 'quarry', look: 'pavement' }),
  declareClass({
    name: 'fabric',
    word: 'Fabric or mat',
    supplier: 'fabric',
    look: 'fabric',
    sold: 'roll',
    placed: true,
  }),
  declareClass({
    name: 'chamber',
    sold: 'piece',
    word: 'Chambers',
    supplier: 'pipe',
    look: 'concrete',
    drains: true,
    placed: true,
    carries: true,
    level: true,
  }),
  declareClass({
    name: 'bundle',
    sold: 'piece',
    word: 'Bundled aggregate',
    supplier: 'pipe',
    look: 'straw',
    drains: true,
    placed: true,
    carries: true,
  }),
  declareClass({
    name: 'module',
    sold: 'piece',
    word: 'Modules',
    supplier: 'pipe',
    look: 'straw',
    drains: true,
    placed: true,
    level: true,
  }),
] as const;

export type MaterialClass = (typeof CLASS_LIST)[number]['name'];
export const CLASSES: readonly MaterialClass[] = CLASS_LIST.map(({ name }) => name);
export const MaterialClass = oneOf(CLASSES, 'a class of material');

const BY_NAME = new Map<MaterialClass, ClassDeclaration<MaterialClass>>(
  CLASS_LIST.map((declaration) => [declaration.name, declaration]),
);

export function classOf(name: MaterialClass): ClassDeclaration<MaterialClass> {
  return BY_NAME.get(name) as ClassDeclaration<MaterialClass>;
}
