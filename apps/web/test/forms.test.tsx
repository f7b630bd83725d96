import { fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { act } from 'react';
import { Provider } from 'react-redux';
import type { Edit, Item, Plan, Run } from '@alveus/plan';
import { applyEdits, planOf } from '@alveus/plan';
import { fixFact, reverseLine } from '@alveus/core';
import { extendLine, startLine } from '@alveus/core/grow';
import { RunSheet } from '../src/features/grade/line-sheets';
import { NodeSheet } from '../src/features/grade/sheets';
import { ShotSheet } from '../src/features/ground/sheets';
import { Units } from '../src/features/job/Units';
import { CrossingSheet } from '../src/features/site/sheets';
import { jobOpened, jobOpening } from '../src/store/job';
import { makeStore } from '../src/store/frame/store';
import { withJob } from '../src/store/store';
import { settingsChanged } from '../src/store/frame/settings';

/** Sheets that tell places up the run, over a plan that keeps them from end a. */

const mockEdits: Edit[][] = [];
jest.mock('../src/sync/SyncProvider', () => ({
  useActions: () => ({ edit: (edits: Edit[]) => mockEdits.push(edits) }),
}));

// These tests load all there is at once.
jest.mock('../src/features/parts/splitting', () => jest.requireActual<object>('../src/features/parts/splittingCode'));
jest.mock('../src/ui/form/loaded', () => ({
  forms: () => jest.requireActual<object>('../src/ui/form/library'),
}));

// The browser of these tests has no secure context, and so no random ids of its own.
let mockCount = 0;
jest.mock('../src/sync/ids', () => ({
  newId: () => `61000000-0000-4000-8000-${(mockCount += 1).toString(16).padStart(12, '0')}`,
}));

jest.setTimeout(30_000);

let counter = 0;
const newId = (): string => `60000000-0000-4000-8000-${(counter += 1).toString(16).padStart(12, '0')}`;

/** Two runs of 40 and 60 m from an outlet at 10.00. */
function line(): { plan: Plan; runs: string[]; line: string } {
  const start = startLine(
    planOf([]),
    { name: 'Storm line', service: 'storm', outlet: { name: 'Daylight', form: 'daylight', ground: 12 } },
    newId,
  );
  let plan = applyEdits(planOf([]), start.edits);
  const runs = [40, 60].map((length, index) => {
    const made = extendLine(
      plan,
      start.line,
      {
        name: `Run ${index + 1}`,
        length,
        slope: 0.01,
        ...(index === 0 ? { low: 10 } : {}),
        upper: { name: `Catch basin ${index + 1}`, form: 'catch-basin', ground: 13 },
      },
      newId,
      start.outlet,
    );
    plan = applyEdits(plan, made.edits);
    return made.run;
  });
  return { plan, runs, line: start.line };
}

async function mount(plan: Plan, sheet: ReactNode): Promise<void> {
  mockEdits.length = 0;
  const store = withJob(makeStore());
  const items = Object.values(plan).flatMap((table) => Object.values(table) as Item[]);
  act(() => {
    store.dispatch(settingsChanged({ system: 'metric' }));
    store.dispatch(jobOpening({ id: newId(), name: 'Yard' }));
    store.dispatch(
      jobOpened({
        name: 'Yard',
        held: items.map((item) => ({ kind: item.kind, id: item.id, revision: 1, item })),
        pending: [],
      }),
    );
  });
  await act(
    async () =>
      void render(
        <Provider store={store}>
          <Units>{sheet}</Units>
        </Provider>,
      ),
  );
}

const field = (name: string | RegExp): HTMLInputElement => screen.getByRole('textbox', { name });
// A form judges what stands in it when the hand has left it.
const type = (name: string | RegExp, text: string): Promise<void> =>
  act(async () => void fireEvent.change(field(name), { target: { value: text } }));
const choose = (role: 'button' | 'radio' | 'combobox' | 'option', name: string | RegExp): Promise<void> =>
  act(async () => void fireEvent.click(screen.getByRole(role, { name })));
const tap = (name: string | RegExp): Promise<void> => choose('button', name);
const lastPut = (): Item => {
  const [edit] = mockEdits[mockEdits.length - 1] ?? [];
  if (edit?.op !== 'put') throw new Error('nothing was put');
  return edit.item;
};
const nothing = (): void => undefined;

test.each([
  ['as it was drawn', false, 15],
  ['turned round', true, 25],
])('a utility typed at 15 m up a run of 40 m, %s, is kept at its place', async (_how, round, fromA) => {
  const built = line();
  const plan = round ? applyEdits(built.plan, reverseLine(built.plan, built.line)) : built.plan;
  const [run = ''] = built.runs;
  await mount(plan, <CrossingSheet crossing={undefined} run={run} onClose={nothing} />);
  await choose('radio', /Communication/);
  expect(field('Name').value).toBe('Communication cable');
  await type(/^Distance up the run/, '15');
  await type(/^Depth/, '0.6');
  await tap('Save');
  expect(lastPut()).toMatchObject({
    kind: 'crossing',
    run,
    name: 'Communication cable',
    lies: { how: 'across', at: fromA },
  });
  // And it is shown as it was typed.
  await mount(
    applyEdits(plan, mockEdits[0] ?? []),
    <CrossingSheet crossing={lastPut().id} run={run} onClose={nothing} />,
  );
});

test('a utility beside a run that was turned round is shown up the run, and a distance beyond it is refused at the field', async () => {
  const built = line();
  const plan = applyEdits(built.plan, reverseLine(built.plan, built.line));
  const [run = ''] = built.runs;
  const beside: Item = {
    kind: 'crossing',
    id: newId(),
    run,
    name: 'Gas main',
    utility: 'gas',
    size: 0.1,
    lies: { how: 'beside', from: 5, to: 30, off: 1 },
    level: { by: 'depth', of: 'top', value: 1 },
    measured: false,
    markedBy: '',
    markedOn: '',
  };
  await mount(
    applyEdits(plan, [{ op: 'put', item: beside }]),
    <CrossingSheet crossing={beside.id} run={run} onClose={nothing} />,
  );
  expect([field(/^From/).value, field(/^To/).value]).toEqual(['10.000', '35.000']);
  await type(/^To/, '41');
  expect(screen.getByRole('alert').textContent).toMatch(/Must be along the run/);
  await tap('Save');
  expect(mockEdits).toEqual([]);
  await type(/^To/, '36');
  await tap('Save');
  expect(lastPut()).toMatchObject({ lies: { from: 4, to: 30 } });
});

test('ground typed up a run that was turned round is kept from end a, in order', async () => {
  const built = line();
  const [run = ''] = built.runs;
  const ground: Item = { kind: 'runGround', id: run, breaks: [{ at: 10, elevation: 12.5 }], over: 40 };
  const plan = applyEdits(applyEdits(built.plan, [{ op: 'put', item: ground }]), reverseLine(built.plan, built.line));
  await mount(plan, <RunSheet run={run} onClose={nothing} />);
  expect(screen.getByText('30 m up: 12.500 m')).toBeTruthy();
  await type(/^Distance up/, '8');
  await type(/^Ground \(m\)/, '12.8');
  await tap('Add ground point');
  expect(lastPut()).toEqual({ ...ground, breaks: [ground.breaks[0], { at: 32, elevation: 12.8 }] });
});

test('the drop through the lower node is the step at whichever end that is', async () => {
  const built = line();
  const [, upper = ''] = built.runs;
  await mount(built.plan, <RunSheet run={upper} onClose={nothing} />);
  await type(/^Drop at its lower end/, '30');
  fireEvent.blur(field(/^Drop at its lower end/));
  expect(lastPut()).toMatchObject({ kind: 'runGrade', id: upper, stepA: 0.03 });
});

test('a shot at the tape on a run that was turned round is written from end a', async () => {
  const built = line();
  const [run = ''] = built.runs;
  const [mark, setup, shot] = [newId(), newId(), newId()];
  const items: Item[] = [
    { kind: 'benchmark', id: mark, name: 'Step', elevation: 100, assumed: true, description: '' },
    { kind: 'setup', id: setup, name: 'Setup 1', order: 0 },
    {
      kind: 'shot',
      id: shot,
      setup,
      order: 1,
      sight: 'fore',
      target: { on: 'run', run, at: 12 },
      reading: { by: 'rod', value: 1 },
      note: '',
    },
  ];
  const plan = applyEdits(
    applyEdits(built.plan, reverseLine(built.plan, built.line)),
    items.map((item) => ({ op: 'put', item })),
  );
  await mount(plan, <ShotSheet setup={setup} corrects={shot} onClose={nothing} />);
  expect(screen.getByText(/Correct: Run 1, 28 m up/)).toBeTruthy();
  expect(field(/^Tape, up from its lower end/).value).toBe('28.000');
  await type(/^Rod reading/, '1.5');
  await tap('Save correction');
  expect(lastPut()).toMatchObject({ target: { on: 'run', run, at: 12 }, reading: { value: 1.5 }, supersedes: shot });
});

describe('a node between two runs', () => {
  const middle = (plan: Plan, run = ''): string => (plan.run[run] as Run).b;

  test('offers to make them one, and says that nothing moves where they are on one grade', async () => {
    const built = line();
    await mount(built.plan, <NodeSheet node={middle(built.plan, built.runs[0])} onClose={nothing} />);
    expect(screen.getByText(/everything along it stay where they are/)).toBeTruthy();
    await tap('Join the two runs');
    const made = mockEdits[0]?.flatMap((edit) => (edit.op === 'put' && edit.item.kind === 'run' ? [edit.item] : []));
    expect(made).toEqual([expect.objectContaining({ length: { from: 'typed', value: 100 }, name: 'Run 1' })]);
  });

  test('says by how much the pipe would move where they bend', async () => {
    const built = line();
    const [, upper = ''] = built.runs;
    const plan = applyEdits(built.plan, [
      { op: 'put', item: fixFact(built.plan.run[upper] as Run, built.plan.runGrade[upper], 'slope', 0.03) },
    ]);
    await mount(plan, <NodeSheet node={middle(plan, built.runs[0])} onClose={nothing} />);
    // 10.00 to 12.20 over 100 m is 10.88 at 40 m, where the pipe is at 10.40.
    expect(screen.getByText(/the pipe here moves up by 480 mm/)).toBeTruthy();
  });

  test('takes the name of what it becomes, unless it has one of its own', async () => {
    const built = line();
    const node = middle(built.plan, built.runs[0]);
    await mount(built.plan, <NodeSheet node={node} onClose={nothing} />);
    await choose('combobox', /^What is here/);
    await choose('option', 'Manhole');
    expect(lastPut()).toMatchObject({ form: 'manhole', name: 'Manhole 1' });
  });
});
