import { MATERIALS } from '@alveus/core';
import { MARKS, Section, ThickLayer, UpToLayer } from '@alveus/plan';
import type { Edit, Fabric, ItemOf, LayerMaterial, Mark, Uuid } from '@alveus/plan';
import { createContext, useContext, useState } from 'react';
import { View } from 'react-native';
import { useAppSelector } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, DoneFoot, NameField, PlanMeasure, Sheet, Words } from '../../ui/measured';
import { replaced, without } from './lists';
import { CompanySection } from '../company';
import { LayerBox } from './lazyLayers';
import { WidthFields } from './WidthFields';

const MARK_WORDS: Record<Mark, string> = {
  invert: 'Invert',
  springline: 'Springline',
  crown: 'Crown',
  ground: 'Ground',
};

type SectionItem = ItemOf<'section'>;

/** Takes a change only if it makes a section that can be built; what stood before stays otherwise. */
type Put = (
  next: { readonly [Field in keyof SectionItem]?: SectionItem[Field] | undefined },
  more?: readonly Edit[],
) => void;

const Editing = createContext<{ section: SectionItem; put: Put } | null>(null);

function useEditing(): { section: SectionItem; put: Put } {
  const editing = useContext(Editing);
  if (!editing) throw new Error('used outside its sheet');
  return editing;
}

/** The trench template: width, and layers from the bottom up. Every run that uses it follows. */
export function SectionSheet({ section: id, onClose }: { section: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const [problem, setProblem] = useState<string>();
  const section = useAppSelector((state) => state.job.plan.section[id]);
  if (!section) {
    return (
      <Sheet title="Section" onClose={onClose}>
        <Words>This section has been removed.</Words>
      </Sheet>
    );
  }
  const put: Put = (next, more = []) => {
    const parsed = Section.safeParse({ ...section, ...next });
    const issue = parsed.error?.issues[0];
    setProblem(issue && `${issue.path.join(' ')}: ${issue.message}.`);
    if (parsed.success) edit([...more, { op: 'put', item: parsed.data }]);
  };
  return (
    <Sheet title={section.name} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {problem ? (
        <View role="alert">
          <Words tone="stop">{`Not saved: ${problem}`}</Words>
        </View>
      ) : null}
      <NameField key={section.name} value={section.name} onChange={(name) => put({ name })} />
      <WidthFields rule={section.width} onChange={(width) => put({ width })} />
      <Editing.Provider value={{ section, put }}>
        <Surface />
        <Words tone="muted">What is left between is native backfill.</Words>
        <Above />
        <Below />
        <Cloth />
        <Besides />
      </Editing.Provider>
      <CompanySection section={section} onPut={put} />
    </Sheet>
  );
}

/** The cloth that keeps soil out of the stone. */
function Cloth() {
  const { section, put } = useEditing();
  const { fabric } = section;
  const lap = fabric && fabric.laid !== 'sock' ? fabric.lap : 0.3048;
  const bought = [...section.below, ...section.above].some(({ material }) => material !== 'native');
  return (
    <>
      <Choice<Fabric['laid'] | 'none'>
        label="Filter fabric"
        options={[
          { value: 'none', label: 'None' },
          { value: 'round', label: 'Wrapped around the stone' },
          { value: 'over', label: 'Over it only' },
          { value: 'sock', label: 'Sock on the pipe' },
        ]}
        value={fabric?.laid ?? 'none'}
        onChange={(laid) => put({ fabric: laid === 'none' ? undefined : laid === 'sock' ? { laid } : { laid, lap } })}
      />
      {fabric && fabric.laid !== 'sock' ? (
        <>
          <PlanMeasure
            label={fabric.laid === 'round' ? 'Lap where it closes' : 'Turned down, both sides together'}
            quantity="thickness"
            value={fabric.lap}
            limit={Section.shape.beyond}
            onChange={(next) => next !== undefined && put({ fabric: { ...fabric, lap: next } })}
          />
          {bought ? null : <Words tone="watch">This section has no bought layer to wrap.</Words>}
        </>
      ) : null}
    </>
  );
}

/** Where the trench is wider or longer than its pipe asks for all along. */
function Besides() {
  const { section, put } = useEditing();
  const { joints } = section;
  const setJoints = (next: Partial<NonNullable<SectionItem['joints']>>): void => {
    const { each = joints?.each, along = joints?.along ?? 0.6 } = next;
    put({ joints: each === undefined || each === 0 ? undefined : { each, along } });
  };
  return (
    <>
      <PlanMeasure
        label="Wider at each joint, each side"
        quantity="thickness"
        value={joints?.each}
        limit={Section.shape.beyond}
        optional
        onChange={(each) => setJoints({ each: each ?? 0 })}
        hint="Room to join the pipe; spread evenly along the run in the amounts. Dips for bells take nothing: the bell fills them"
      />
      {joints ? (
        <PlanMeasure
          label="Over a length of"
          quantity="depth"
          value={joints.along}
          limit={ThickLayer.shape.thickness}
          onChange={(along) => along !== undefined && setJoints({ along })}
        />
      ) : null}
      <PlanMeasure
        label="Past the free end of its pipe"
        quantity="depth"
        value={section.beyond}
        limit={Section.shape.beyond}
        optional
        onChange={(beyond) => put({ beyond })}
        hint="For a bed longer than its pipes; empty for a trench"
      />
    </>
  );
}

/** A new layer is of the first material there is, or stone is brought into the plan for it. */
function useNewMaterial(): () => { material: LayerMaterial; more: readonly Edit[] } {
  const materials = useAppSelector((state) => state.job.plan.material);
  return () => {
    const [firstMaterial] = Object.values(materials);
    if (firstMaterial) return { material: firstMaterial.id, more: [] };
    const item: ItemOf<'material'> = { kind: 'material', id: newId(), ...MATERIALS.stone };
    return { material: item.id, more: [{ op: 'put', item }] };
  };
}

function Surface() {
  const { section, put } = useEditing();
  const fresh = useNewMaterial();
  return (
    <>
      <Words strong>From the ground down</Words>
      {section.surface.map((layer, index) => (
        <ThickBox
          key={index}
          title={`Surface ${index + 1}`}
          layer={layer}
          onChange={(next, more) => put({ surface: replaced(section.surface, index, next) }, more)}
          onRemove={() => put({ surface: without(section.surface, index) })}
        />
      ))}
      <Button
        icon="plus"
        onPress={() => {
          const { material, more } = fresh();
          put({ surface: [...section.surface, { material, thickness: 0.1 }] }, more);
        }}
      >
        Surface layer
      </Button>
    </>
  );
}

function Above() {
  const { section, put } = useEditing();
  const fresh = useNewMaterial();
  const top = section.above[section.above.length - 1]?.upTo;
  const add = (): void => {
    const { material, more } = fresh();
    const offset = top?.mark === 'crown' ? top.offset + 0.1 : 0.15;
    put({ above: [...section.above, { material, upTo: { mark: 'crown', offset } }] }, more);
  };
  const change = (index: number, next: UpToLayer, more?: readonly Edit[]): void =>
    put({ above: replaced(section.above, index, next) }, more);
  return (
    <>
      <Words strong>Around and over the pipe</Words>
      {section.above
        .map((layer, index) => (
          <LayerBox
            key={index}
            title={`Layer ${index + 1} from the underside of the pipe`}
            material={layer.material}
            onMaterial={(material, more) => change(index, { ...layer, material }, more)}
            onRemove={() => put({ above: without(section.above, index) })}
          >
            <Choice
              label="Up to"
              options={MARKS.map((value) => ({ value, label: MARK_WORDS[value] }))}
              value={layer.upTo.mark}
              onChange={(mark) => change(index, { ...layer, upTo: { ...layer.upTo, mark } })}
            />
            <PlanMeasure
              label="Above that mark (minus: below)"
              quantity="thickness"
              limit={UpToLayer.shape.upTo.shape.offset}
              value={layer.upTo.offset}
              onChange={(offset) =>
                offset !== undefined && change(index, { ...layer, upTo: { ...layer.upTo, offset } })
              }
            />
          </LayerBox>
        ))
        .reverse()}
      <Button icon="plus" onPress={add}>
        Layer over the pipe
      </Button>
    </>
  );
}

function Below() {
  const { section, put } = useEditing();
  const fresh = useNewMaterial();
  return (
    <>
      <Words strong>Under the pipe</Words>
      {section.below
        .map((layer, index) => (
          <ThickBox
            key={index}
            title={index === section.below.length - 1 ? 'Bedding' : 'Foundation'}
            layer={layer}
            onChange={(next, more) => put({ below: replaced(section.below, index, next) }, more)}
            onRemove={() => put({ below: without(section.below, index) })}
          />
        ))
        .reverse()}
      <Button
        icon="plus"
        onPress={() => {
          const { material, more } = fresh();
          put({ below: [{ material, thickness: 0.1 }, ...section.below] }, more);
        }}
      >
        Layer under the pipe
      </Button>
    </>
  );
}

interface ThickBoxProps {
  title: string;
  layer: ThickLayer;
  onChange: (layer: ThickLayer, more?: readonly Edit[]) => void;
  onRemove: () => void;
}

/** A layer told by its thickness. */
function ThickBox({ title, layer, onChange, onRemove }: ThickBoxProps) {
  return (
    <LayerBox
      title={title}
      material={layer.material}
      onMaterial={(material, more) => onChange({ ...layer, material }, more)}
      onRemove={onRemove}
    >
      <PlanMeasure
        label="Thickness"
        quantity="thickness"
        value={layer.thickness}
        limit={ThickLayer.shape.thickness}
        onChange={(thickness) => thickness !== undefined && onChange({ ...layer, thickness })}
      />
    </LayerBox>
  );
}
