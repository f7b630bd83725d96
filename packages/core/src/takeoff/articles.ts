import type { NodeForm, Plan, Supplier, Unit, UpRun, Uuid } from '@alveus/plan';
import { classOf, formOf } from '@alveus/plan';

/** What a job takes, and where. Everything that is ordered, dug or hauled is an article; an amount of one at one place is an entry. */

export type Fitting =
  | { readonly fit: 'wye' | 'tee' | 'reducer'; readonly pipe: Uuid; readonly branch: Uuid }
  | { readonly fit: 'bend'; readonly pipe: Uuid; readonly degrees: number }
  | {
      readonly fit:
        | 'sweep'
        | 'coupling'
        | 'cap'
        | 'plug'
        | 'boot'
        | 'guard'
        | 'emitter'
        | 'adapter'
        | 'leveller'
        | 'baffle'
        | 'ring'
        | 'vent';
      readonly pipe: Uuid;
    };

export type What =
  | { readonly of: 'dug'; readonly stratum: string }
  | { readonly of: 'shoring' | 'shield' }
  | {
      readonly of: 'material' | 'sod' | 'bales' | 'mat' | 'pieces' | 'piece-coupling' | 'piece-cap';
      readonly material: Uuid;
    }
  | { readonly of: 'native' }
  | { readonly of: 'pipe' | 'riser'; readonly pipe: Uuid }
  | { readonly of: 'fitting'; readonly fitting: Fitting }
  | { readonly of: 'structure'; readonly form: NodeForm }
  | {
      readonly of:
        'fabric' | 'pins' | 'ties' | 'tape' | 'wire' | 'lubricant' | 'solvent' | 'cement' | 'frame' | 'grate';
    }
  | { readonly of: 'own-sod' | 'seed' | 'straw' }
  | { readonly of: 'spoil' };

/** Where an entry lies: a run or a stretch of it, or what stands at a node. */
export type Where =
  | { readonly on: 'run'; readonly run: Uuid; readonly from: UpRun; readonly to: UpRun }
  | { readonly on: 'node'; readonly node: Uuid };

export interface Entry {
  readonly what: What;
  /** In SI, by the unit of the article. */
  readonly amount: number;
  readonly where: Where;
  readonly why: string;
  /** What comes in rolls: how wide it must be here, m. */
  readonly wide?: number;
}

export interface Article {
  readonly key: string;
  readonly supplier: Supplier;
  readonly name: string;
  readonly unit: Unit;
}

/** What an article is called as long as the plan means the same by it. */
export function keyOf(what: What): string {
  switch (what.of) {
    case 'dug':
      return `dug:${what.stratum}`;
    case 'material':
    case 'sod':
    case 'bales':
    case 'mat':
    case 'pieces':
    case 'piece-coupling':
    case 'piece-cap':
      return `${what.of}:${what.material}`;
    case 'pipe':
    case 'riser':
      return `${what.of}:${what.pipe}`;
    case 'structure':
      return `structure:${what.form}`;
    case 'fitting': {
      const { fitting } = what;
      const more = 'branch' in fitting ? `:${fitting.branch}` : 'degrees' in fitting ? `:${fitting.degrees}` : '';
      return `${fitting.fit}:${fitting.pipe}${more}`;
    }
    default:
      return what.of;
  }
}

const PLAIN = {
  shoring: { supplier: 'work', name: 'Shoring against the sides', unit: 'area' },
  shield: { supplier: 'work', name: 'Trench dug in a shield', unit: 'length' },
  native: { supplier: 'work', name: 'Native backfill', unit: 'volume' },
  'own-sod': { supplier: 'work', name: 'Sod lifted and laid back', unit: 'area' },
  fabric: { supplier: 'fabric', name: 'Filter fabric', unit: 'length' },
  pins: { supplier: 'fabric', name: 'Pins or stitches for fabric', unit: 'count' },
  ties: { supplier: 'fabric', name: 'Ties', unit: 'count' },
  tape: { supplier: 'fabric', name: 'Marking tape', unit: 'length' },
  wire: { supplier: 'fabric', name: 'Tracer wire', unit: 'length' },
  lubricant: { supplier: 'pipe', name: 'Lubricant', unit: 'mass' },
  solvent: { supplier: 'pipe', name: 'Solvent cement', unit: 'mass' },
  cement: { supplier: 'concrete', name: 'Non-shrink cement', unit: 'mass' },
  frame: { supplier: 'structures', name: 'Frame and cover', unit: 'count' },
  grate: { supplier: 'structures', name: 'Grate', unit: 'count' },
  seed: { supplier: 'garden', name: 'Seed, sown', unit: 'area' },
  straw: { supplier: 'garden', name: 'Straw over seed', unit: 'area' },
  spoil: { supplier: 'hauling', name: 'Spoil hauled away', unit: 'volume' },
} as const satisfies Record<string, Omit<Article, 'key'>>;

const FITTINGS: Readonly<Record<Fitting['fit'], string>> = {
  wye: 'Wye',
  tee: 'Tee',
  reducer: 'Reducer',
  bend: 'Bend',
  sweep: 'Long sweep',
  coupling: 'Coupling',
  cap: 'End cap',
  plug: 'Cleanout plug',
  boot: 'Gasket or boot',
  guard: 'Animal guard',
  emitter: 'Emitter with its elbow',
  adapter: 'Adapter',
  leveller: 'Leveler',
  baffle: 'Baffle tee',
  ring: 'Sealing ring',
  vent: 'Vent cap',
};

/** Name, unit and supplier of what an entry is of. What is gone from the plan is named so. */
export function articleOf(what: What, plan: Pick<Plan, 'material' | 'pipe'>): Article {
  const key = keyOf(what);
  const pipeName = (id: Uuid): string => plan.pipe[id]?.name ?? 'pipe that was removed';
  switch (what.of) {
    case 'dug':
      return { key, supplier: 'work', name: `Digging: ${what.stratum}`, unit: 'volume' };
    case 'material': {
      const material = plan.material[what.material];
      return {
        key,
        supplier: material ? classOf(material.class).supplier : 'quarry',
        name: material?.name ?? 'Material that was removed',
        unit: 'volume',
      };
    }
    case 'sod':
    case 'bales':
      return { key, supplier: 'garden', name: plan.material[what.material]?.name ?? 'Sod', unit: 'area' };
    case 'mat':
      return { key, supplier: 'fabric', name: plan.material[what.material]?.name ?? 'Mat', unit: 'length' };
    case 'pieces':
    case 'piece-coupling':
    case 'piece-cap': {
      const name = plan.material[what.material]?.name ?? 'Pieces that were removed';
      const of = { pieces: name, 'piece-coupling': `Couplings, ${name}`, 'piece-cap': `End caps, ${name}` }[what.of];
      return { key, supplier: 'pipe', name: of, unit: 'count' };
    }
    case 'pipe':
      return { key, supplier: 'pipe', name: pipeName(what.pipe), unit: 'length' };
    case 'riser':
      return { key, supplier: 'pipe', name: `Riser, ${pipeName(what.pipe)}`, unit: 'length' };
    case 'structure':
      return { key, supplier: 'structures', name: formOf(what.form).article ?? formOf(what.form).word, unit: 'count' };
    case 'fitting': {
      const { fitting } = what;
      const size = pipeName(fitting.pipe);
      const more =
        'branch' in fitting && fitting.branch !== fitting.pipe
          ? `${size} × ${pipeName(fitting.branch)}`
          : 'degrees' in fitting
            ? `${fitting.degrees}°, ${size}`
            : size;
      return { key, supplier: 'pipe', name: `${FITTINGS[fitting.fit]}, ${more}`, unit: 'count' };
    }
    default: {
      const { supplier, name, unit } = PLAIN[what.of];
      return { key, supplier, name, unit };
    }
  }
}
