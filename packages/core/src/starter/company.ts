import type { Uuid } from '@alveus/plan';
import type { CompanyItem } from '@alveus/plan/company';
import type { MaterialModel, SectionStarter } from './starter';

/** A section that the company keeps, as one that a job may start with; the copy says of which version it is. */
export function keptModel({ id, version, body: { section, materials } }: CompanyItem<'section'>): SectionStarter {
  const models = new Map<Uuid, MaterialModel>(
    materials.map(({ kind: _kind, id: material, ...model }) => [material, model]),
  );
  const withModels = <T extends { material: Uuid }>(layers: readonly T[]) =>
    layers.map((layer) => ({ ...layer, material: models.get(layer.material) ?? ('native' as const) }));
  const { kind: _kind, id: _id, below, above, surface, ...rest } = section;
  return {
    ...rest,
    from: { section: id, version },
    below: withModels(below),
    above: withModels(above),
    surface: withModels(surface),
  };
}
