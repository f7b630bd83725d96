import { MATERIALS } from '@alveus/core';
import { MATERIAL_CATALOGUE } from '@alveus/core/library';
import type { Edit, LayerMaterial, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { chosenLately, useAppDispatch, useAppSelector } from '../../store';
import { newId } from '../../sync/ids';
import { Picker, usePrint } from '../../ui/measured';
import { numbered } from '../../sync/frame/numbered';
import { MaterialSheet } from './MaterialSheet';

interface MaterialChoiceProps {
  material: LayerMaterial;
  /** @param more what is new to the job with it */
  onChange: (material: LayerMaterial, more: readonly Edit[]) => void;
}

/** What a layer is of: the job's materials, then the catalogue, of which one that is chosen comes into the job; or one of one's own. */
export function MaterialChoice({ material, onChange }: MaterialChoiceProps) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const inJob = useAppSelector((state) => state.job.plan.material);
  const lately = useAppSelector((state) => state.settings.lately);
  const [typing, setTyping] = useState<Uuid>();
  const own = Object.values(inJob);
  const others = MATERIAL_CATALOGUE.filter(({ name }) => !own.some((material) => material.name === name));
  const bring = (model: (typeof MATERIAL_CATALOGUE)[number]): Uuid => {
    const id = newId();
    onChange(id, [{ op: 'put', item: { kind: 'material', id, ...model } }]);
    return id;
  };
  const choose = (value: string): void => {
    const model = others.find(({ name }) => name === value);
    dispatch(chosenLately(model?.name ?? inJob[value]?.name ?? value));
    if (model) bring(model);
    else onChange(value, []);
  };
  const typeOwn = (): void => {
    const { kind: _kind, id: _id, ...like } = inJob[material] ?? { kind: 'material', id: '', ...MATERIALS.stone };
    setTyping(bring({ ...like, name: numbered('Own material', own) }));
  };
  return (
    <>
      <Picker
        label="Material"
        options={[
          ...own.map(({ id, name, density }) => ({
            value: id,
            label: name,
            note: `${print(density, 'density')} placed`,
          })),
          { value: 'native', label: 'Native soil', note: 'from the trench' },
          ...others.map(({ name, density }) => ({
            value: name,
            label: name,
            note: `${print(density, 'density')} placed`,
          })),
        ]}
        value={material}
        likely={lately.map((name) => own.find((material) => material.name === name)?.id ?? name)}
        onChange={choose}
        otherwise={{ words: 'A material of your own', onPress: typeOwn }}
      />
      {typing === undefined ? null : <MaterialSheet material={typing} onClose={() => setTyping(undefined)} />}
    </>
  );
}
