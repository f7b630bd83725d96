import { MATERIALS, trenchWidth } from '@alveus/core';
import { MARKS, Section } from '@alveus/plan';
import type { Edit, ItemOf, LayerMaterial, Mark, Uuid, WidthRule } from '@alveus/plan';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { PlanMeasure, notNegative, positive } from '../parts/MeasureInput';
import { NameField } from '../parts/NameField';
import { Sheet } from '../parts/Sheet';
import { Button, Choice, IconTap } from '../parts/Tap';
import { Words } from '../parts/Words';
import { useAppSelector } from '../store';
import { useActions } from '../sync/SyncProvider';
import { newId } from '../sync/ids';
import { useTones } from '../theme/ThemeProvider';

const MARK_WORDS: Record<Mark, string> = { invert: 'Invert', springline: 'Springline', crown: 'Crown', ground: 'Ground' };

/** The trench template: width, and layers from the bottom up. Every run that uses it follows. */
export function SectionSheet({ id, onClose }: { id: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const [problem, setProblem] = useState<string>();
  const section = plan.section[id];
  if (!section) {
    return (
      <Sheet title="Section" onClose={onClose}>
        <Words>This section has been removed.</Words>
      </Sheet>
    );
  }
  const materials = Object.values(plan.material);
  /** Takes a change only if it makes a section that can be built; what stood before stays otherwise. */
  const put = (next: ItemOf<'section'>, more: readonly Edit[] = []): void => {
    const parsed = Section.safeParse(next);
    setProblem(parsed.success ? undefined : `${parsed.error.issues[0]?.path.join(' ') ?? ''}: ${parsed.error.issues[0]?.message ?? ''}.`);
    if (parsed.success) edit([...more, { op: 'put', item: parsed.data }]);
  };
  /** A new layer is of the first material there is, or stone is brought into the plan for it. */
  const withMaterial = (then: (material: LayerMaterial, more: readonly Edit[]) => void): void => {
    const known = materials[0];
    if (known) return then(known.id, []);
    const item: ItemOf<'material'> = { kind: 'material', id: newId(), ...MATERIALS.stone };
    then(item.id, [{ op: 'put', item }]);
  };
  const top = section.above[section.above.length - 1]?.upTo;
  return (
    <Sheet
      title={section.name}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={onClose}>
          Done
        </Button>
      }
    >
      {problem ? (
        <View role="alert">
          <Words tone="stop">{`Not taken: ${problem}`}</Words>
        </View>
      ) : null}
      <NameField key={section.name} value={section.name} onChange={(name) => put({ ...section, name })} />
      <Width rule={section.width} onChange={(width) => put({ ...section, width })} />
      <Words strong>From the ground down</Words>
      {section.surface.map((layer, index) => (
        <LayerBox
          key={`s${index}`}
          title={`Surface ${index + 1}`}
          material={layer.material}
          onMaterial={(material) => put({ ...section, surface: section.surface.map((one, at) => (at === index ? { ...one, material } : one)) })}
          onRemove={() => put({ ...section, surface: section.surface.filter((_, at) => at !== index) })}
        >
          <PlanMeasure label="Thickness" quantity="thickness" value={layer.thickness} check={positive} onChange={(thickness) => thickness !== undefined && put({ ...section, surface: section.surface.map((one, at) => (at === index ? { ...one, thickness } : one)) })} />
        </LayerBox>
      ))}
      <Button icon="plus" onPress={() => withMaterial((material, more) => put({ ...section, surface: [...section.surface, { material, thickness: 0.1 }] }, more))}>
        Surface layer
      </Button>
      <Words tone="muted">What is left between is native backfill.</Words>
      <Words strong>Round and over the pipe</Words>
      {section.above
        .map((layer, index) => ({ layer, index }))
        .reverse()
        .map(({ layer, index }) => (
          <LayerBox
            key={`a${index}`}
            title={`Layer ${index + 1} from the pipe’s underside`}
            material={layer.material}
            onMaterial={(material) => put({ ...section, above: section.above.map((one, at) => (at === index ? { ...one, material } : one)) })}
            onRemove={() => put({ ...section, above: section.above.filter((_, at) => at !== index) })}
          >
            <Choice
              label="Up to"
              options={MARKS.map((value) => ({ value, label: MARK_WORDS[value] }))}
              value={layer.upTo.mark}
              onChange={(mark) => put({ ...section, above: section.above.map((one, at) => (at === index ? { ...one, upTo: { ...one.upTo, mark } } : one)) })}
            />
            <PlanMeasure label="Above that mark (minus: below)" quantity="thickness" value={layer.upTo.offset} onChange={(offset) => offset !== undefined && put({ ...section, above: section.above.map((one, at) => (at === index ? { ...one, upTo: { ...one.upTo, offset } } : one)) })} />
          </LayerBox>
        ))}
      <Button
        icon="plus"
        onPress={() =>
          withMaterial((material, more) =>
            put({ ...section, above: [...section.above, { material, upTo: top && top.mark === 'crown' ? { mark: 'crown', offset: top.offset + 0.1 } : { mark: 'crown', offset: 0.15 } }] }, more),
          )
        }
      >
        Layer over the pipe
      </Button>
      <Words strong>Under the pipe</Words>
      {section.below
        .map((layer, index) => ({ layer, index }))
        .reverse()
        .map(({ layer, index }) => (
          <LayerBox
            key={`b${index}`}
            title={index === section.below.length - 1 ? 'Bedding' : 'Foundation'}
            material={layer.material}
            onMaterial={(material) => put({ ...section, below: section.below.map((one, at) => (at === index ? { ...one, material } : one)) })}
            onRemove={() => put({ ...section, below: section.below.filter((_, at) => at !== index) })}
          >
            <PlanMeasure label="Thickness" quantity="thickness" value={layer.thickness} check={positive} onChange={(thickness) => thickness !== undefined && put({ ...section, below: section.below.map((one, at) => (at === index ? { ...one, thickness } : one)) })} />
          </LayerBox>
        ))}
      <Button icon="plus" onPress={() => withMaterial((material, more) => put({ ...section, below: [{ material, thickness: 0.1 }, ...section.below] }, more))}>
        Layer under the pipe
      </Button>
    </Sheet>
  );
}

function Width({ rule, onChange }: { rule: WidthRule; onChange: (rule: WidthRule) => void }) {
  const start: Record<WidthRule['rule'], WidthRule> = {
    fixed: { rule: 'fixed', width: rule.rule === 'fixed' ? rule.width : trenchWidth({ rule: 'd2321' }, { outside: 0.2, nominal: 0.2 }, 0) },
    room: { rule: 'room', each: 0.25, beside: 'outside' },
    d2321: { rule: 'd2321' },
    en1610: { rule: 'en1610' },
  };
  return (
    <View style={styles.group}>
      <Choice
        label="Trench width"
        options={[
          { value: 'fixed', label: 'Bucket' },
          { value: 'room', label: 'Pipe + room' },
          { value: 'd2321', label: 'ASTM D2321' },
          { value: 'en1610', label: 'EN 1610' },
        ]}
        value={rule.rule}
        onChange={(name) => onChange(start[name])}
      />
      {rule.rule === 'fixed' ? <PlanMeasure label="Width" quantity="thickness" value={rule.width} check={positive} onChange={(width) => width !== undefined && onChange({ rule: 'fixed', width })} /> : null}
      {rule.rule === 'room' ? (
        <>
          <PlanMeasure label="Room each side" quantity="thickness" value={rule.each} check={notNegative} onChange={(each) => each !== undefined && onChange({ ...rule, each })} />
          <Choice
            label="Beside the"
            options={[
              { value: 'outside', label: 'True outside' },
              { value: 'nominal', label: 'Nominal size' },
            ]}
            value={rule.beside}
            onChange={(beside) => onChange({ ...rule, beside })}
          />
        </>
      ) : null}
    </View>
  );
}

interface LayerBoxProps {
  title: string;
  material: LayerMaterial;
  onMaterial: (material: LayerMaterial) => void;
  onRemove: () => void;
  children: ReactNode;
}

function LayerBox({ title, material, onMaterial, onRemove, children }: LayerBoxProps) {
  const tones = useTones();
  const materials = useAppSelector((state) => state.job.plan.material);
  return (
    <View style={[styles.layer, { borderColor: tones.line }]} role="group" aria-label={title}>
      <View style={styles.head}>
        <Words strong style={styles.flex}>
          {title}
        </Words>
        <IconTap name="trash" label={`Remove ${title}`} onPress={onRemove} />
      </View>
      {children}
      <Choice
        label="Material"
        options={[...Object.values(materials).map((item) => ({ value: item.id, label: item.name })), { value: 'native', label: 'Native soil' }]}
        value={material}
        onChange={onMaterial}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 10 },
  layer: { borderWidth: 1, borderRadius: 8, padding: 10, gap: 8 },
  head: { flexDirection: 'row', alignItems: 'center' },
  flex: { flex: 1 },
});
