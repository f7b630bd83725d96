import { resolution, say } from '@alveus/core';
import type { SheetField, SheetRow, SheetSaid } from '@alveus/core/grow';
import { readSheet, SHEET_FIELDS, sheetEdits } from '@alveus/core/grow';
import type { NodeForm, Service } from '@alveus/plan';
import { Elevation, formOf, Length, nameWith, serviceOf, SERVICES, Slope } from '@alveus/plan';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppDispatch, useAppSelector, wentTo } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import {
  Button,
  Cell,
  Cells,
  Choice,
  Field,
  Heading,
  MeasureField,
  Picker,
  Sheet,
  useUnits,
  Words,
} from '../../ui/measured';
import { formOptions } from '../parts/pictures';
import { pipeOption, pipeOptions } from '../parts/pipes';
import { formsFor, OUTLETS, UPPER_NODES } from '../parts/words';

/** A row as it is typed; its key stays when rows are turned round. */
interface Typed extends SheetRow {
  readonly key: number;
  /** What stands in a field and is not understood. */
  readonly wrong: readonly SheetField[];
}

const COLUMNS: Readonly<
  Record<SheetField, { readonly name: string; readonly quantity: 'elevation' | 'distance' | 'slope' }>
> = {
  rim: { name: 'Rim', quantity: 'elevation' },
  in: { name: 'Incoming invert', quantity: 'elevation' },
  out: { name: 'Outgoing invert', quantity: 'elevation' },
  length: { name: 'Outgoing pipe: length', quantity: 'distance' },
  slope: { name: 'Outgoing pipe: slope', quantity: 'slope' },
};
const LIMITS = { rim: Elevation, in: Elevation, out: Elevation, length: Length, slope: Slope } as const;

const called = (form: NodeForm, number: number): string => `${formOf(form).short ?? formOf(form).word} ${number}`;

const empty = (key: number, form: NodeForm): Typed => ({ key, name: '', form, wrong: [] });

const isEmpty = (row: Typed): boolean =>
  row.name === '' && row.wrong.length === 0 && SHEET_FIELDS.every((field) => row[field] === undefined);

/** Those that are meant, from the outlet up, called as they will be. */
const meantOf = (rows: readonly Typed[]): Typed[] =>
  rows
    .filter((row, index) => index === 0 || !isEmpty(row))
    .map((row, index) => ({
      ...row,
      name: nameWith(row.name.trim()) || (index === 0 ? formOf(row.form).word : called(row.form, index)),
    }));

/** The row with a form that the service may come to: its own, or the first that is allowed. */
function fitting(row: Typed, index: number, service: Service): Typed {
  const forms = formsFor(index === 0 ? OUTLETS : UPPER_NODES, service);
  return forms.includes(row.form) ? row : { ...row, form: forms[0] ?? row.form };
}

/** A line entered as the plan sheet tells it: a row for each structure. Rows that nothing is typed in are left out. */
export function PlanSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const { system, fraction } = useUnits();
  const [service, setService] = useState<Service>('storm');
  const [pipe, setPipe] = useState(pipeOption(plan, serviceOf('storm').pipe));
  const [name, setName] = useState('');
  const [listed, setListed] = useState<'up' | 'down'>('up');
  const [rows, setRows] = useState<readonly Typed[]>(() => [
    empty(0, 'daylight'),
    ...[1, 2, 3].map((key) => empty(key, 'catch-basin')),
  ]);
  const [tried, setTried] = useState(false);

  const meant = useMemo(() => meantOf(rows), [rows]);
  const read = useMemo(() => readSheet(meant), [meant]);
  const wrong = meant.some((row) => row.wrong.length > 0);
  const change = (key: number, to: Partial<Typed>): void =>
    setRows((before) => before.map((row) => (row.key === key ? { ...row, ...to } : row)));

  const serve = (next: Service): void => {
    setService(next);
    setRows(rows.map((row, index) => fitting(row, index, next)));
    setPipe(pipeOption(plan, serviceOf(next).pipe));
  };

  const save = (): void => {
    setTried(true);
    if (wrong) return;
    const title = nameWith(name.trim()) || `${serviceOf(service).word} line`;
    const made = sheetEdits(plan, { name: title, service, pipe }, meant, newId);
    if (!made) return;
    edit(made.edits);
    dispatch(wentTo({ line: made.line, along: 0 }));
    onClose();
  };

  const shown = listed === 'up' ? rows : [...rows].reverse();
  const another = (
    <Button
      icon="plus"
      onPress={() => setRows([...rows, empty(rows.length, rows[rows.length - 1]?.form ?? 'manhole')])}
    >
      Another structure at the head
    </Button>
  );
  return (
    <Sheet
      title="Line from a plan sheet"
      onClose={onClose}
      onEnter={save}
      foot={
        <Button kind="main" onPress={save}>
          Create line
        </Button>
      }
    >
      <Listing listed={listed} onChange={setListed} />
      {listed === 'down' ? another : null}
      {shown.map((row) => {
        const at = meant.findIndex(({ key }) => key === row.key);
        return (
          <StructureFields
            key={row.key}
            row={row}
            outlet={row.key === 0}
            service={service}
            called={meant[at]?.name ?? called(row.form, rows.indexOf(row))}
            said={read.said.filter((said) => said.row === at && (tried || !said.missing))}
            tell={(said) => say(said.words, system, { fraction })}
            onChange={(to) => change(row.key, to)}
          />
        );
      })}
      {listed === 'up' ? another : null}
      {tried && meant.length < 2 ? (
        <Words tone="fix">A line has at least one structure besides its outlet: type it from the sheet.</Words>
      ) : null}
      <LineFields service={service} onService={serve} pipe={pipe} onPipe={setPipe} name={name} onName={setName} />
    </Sheet>
  );
}

interface LineFieldsProps {
  service: Service;
  onService: (service: Service) => void;
  pipe: string;
  onPipe: (pipe: string) => void;
  name: string;
  onName: (name: string) => void;
}

function LineFields({ service, onService, pipe, onPipe, name, onName }: LineFieldsProps) {
  const plan = useAppSelector((state) => state.job.plan);
  return (
    <>
      <Heading>The line</Heading>
      <Choice
        label="Service"
        options={SERVICES.map((value) => ({ value, label: serviceOf(value).word }))}
        value={service}
        onChange={onService}
      />
      <Picker label="Pipe for the whole line" options={pipeOptions(plan)} value={pipe} onChange={onPipe} />
      <Field
        label="Name of the line"
        value={name}
        onChange={onName}
        hint={`Left empty: ${serviceOf(service).word} line`}
      />
    </>
  );
}

/** How the sheet is read. */
function Listing({ listed, onChange }: { listed: 'up' | 'down'; onChange: (listed: 'up' | 'down') => void }) {
  return (
    <>
      <Words size="small" tone="muted">
        Length and slope in a row are those of the outgoing pipe. Leave empty what the sheet leaves out.
      </Words>
      <Choice
        label="The sheet starts"
        options={[
          { value: 'up', label: 'At the outlet' },
          { value: 'down', label: 'At the head' },
        ]}
        value={listed}
        onChange={onChange}
      />
    </>
  );
}

interface StructureProps {
  row: Typed;
  outlet: boolean;
  service: Service;
  called: string;
  said: readonly SheetSaid[];
  tell: (said: SheetSaid) => string;
  onChange: (to: Partial<Typed>) => void;
}

/** One structure: what it is, and its figures in the order in which sheets have them. */
function StructureFields({ row, outlet, service, called: name, said, tell, onChange }: StructureProps) {
  const { system, fraction } = useUnits();
  const [more, setMore] = useState(false);
  const words = (field: SheetField, missing: boolean): string | undefined =>
    said
      .filter((said) => said.field === field && said.missing === missing)
      .map(tell)
      .join(' ') || undefined;
  const fields = outlet ? (['rim', 'in'] as const) : SHEET_FIELDS;
  return (
    <View role="group" aria-label={name} style={styles.structure}>
      <View style={styles.head}>
        <Words strong size="large" style={styles.name}>
          {name}
        </Words>
        <Button icon="edit" label={`${formOf(row.form).word}: name and kind of ${name}`} onPress={() => setMore(!more)}>
          {formOf(row.form).word}
        </Button>
      </View>
      {more ? (
        <>
          <Field label="Name" value={row.name} onChange={(to) => onChange({ name: to })} hint={`Left empty: ${name}`} />
          <Picker
            label="Kind"
            options={formOptions(formsFor(outlet ? OUTLETS : UPPER_NODES, service))}
            value={row.form}
            onChange={(form) => onChange({ form })}
          />
        </>
      ) : null}
      <Cells>
        {fields.map((field) => {
          const { name: column, quantity } = COLUMNS[field];
          return (
            <Cell key={field} name={column}>
              <MeasureField
                bare
                optional
                label={`${column}, ${name}`}
                quantity={quantity}
                value={row[field]}
                limit={LIMITS[field]}
                nudge={quantity === 'elevation' ? resolution('elevation', system, fraction) : undefined}
                error={words(field, true)}
                hint={words(field, false)}
                onChange={(value) => onChange({ [field]: value })}
                onValid={(valid) =>
                  onChange({ wrong: valid ? row.wrong.filter((wrong) => wrong !== field) : [...row.wrong, field] })
                }
              />
            </Cell>
          );
        })}
      </Cells>
    </View>
  );
}

const styles = StyleSheet.create({
  structure: { gap: 6 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  name: { flex: 1 },
});
