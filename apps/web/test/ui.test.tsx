import { fireEvent, render, screen, within } from '@testing-library/react';
import axe from 'axe-core';
import type { ReactNode } from 'react';
import { act, useState } from 'react';
import { ThemeProvider } from '../src/theme/ThemeProvider';
import { ranked } from '../src/ui/Picker';
import {
  Bar,
  Busy,
  Button,
  Card,
  Choice,
  Field,
  Figure,
  FigureGrid,
  Heading,
  IconButton,
  List,
  Note,
  Picker,
  Row,
  Sheet,
  Snack,
  Tabs,
  Tap,
  Words,
} from '../src/ui/measured';

/** Each control of ui/: what it is called, what it says of itself, and what the keyboard does with it. */

jest.setTimeout(30_000);

const show = (children: ReactNode) => render(<ThemeProvider light="light">{children}</ThemeProvider>);

/** No rule is left out; colours need a real screen, and are looked at in the browser tests. */
async function passes(): Promise<void> {
  const { violations } = await axe.run(document.body, { rules: { region: { enabled: false } } });
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
}

const noop = (): void => undefined;
const arrow = (element: HTMLElement, key: string): void => void fireEvent.keyDown(element, { key });

const OPTIONS = [
  { value: 'storm', label: 'Storm' },
  { value: 'french', label: 'French drain' },
  { value: 'sewer', label: 'Sewer' },
] as const;

test('a button says what it does, whether it can be pressed, and is pressed by Enter too', async () => {
  const pressed = jest.fn();
  show(
    <>
      <Button onPress={pressed} icon="plus">
        Add the run
      </Button>
      <Button onPress={pressed} disabled kind="main">
        Save
      </Button>
      <Button onPress={pressed} label="Change Crushed stone">
        Change
      </Button>
      <IconButton name="trash" label="Remove the layer" onPress={pressed} />
    </>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Add the run' }));
  const off = screen.getByRole('button', { name: 'Save' });
  expect(off.getAttribute('aria-disabled')).toBe('true');
  fireEvent.click(off);
  fireEvent.click(screen.getByRole('button', { name: 'Remove the layer' }));
  fireEvent.keyDown(screen.getByRole('button', { name: 'Change Crushed stone' }), { key: 'Enter' });
  fireEvent.keyUp(screen.getByRole('button', { name: 'Change Crushed stone' }), { key: 'Enter' });
  expect(pressed.mock.calls.length).toBeGreaterThanOrEqual(2);
  await passes();
});

test('one of a few: Tab comes to the chosen one, arrows go round and choose', async () => {
  function Choosing() {
    const [value, setValue] = useState<(typeof OPTIONS)[number]['value'] | undefined>('french');
    return <Choice label="Service" options={OPTIONS} value={value} onChange={setValue} />;
  }
  show(<Choosing />);
  const group = screen.getByRole('radiogroup', { name: 'Service' });
  const [storm, french, sewer] = within(group).getAllByRole('radio') as [HTMLElement, HTMLElement, HTMLElement];
  expect([storm, french, sewer].map((element) => element.getAttribute('aria-checked'))).toEqual([
    'false',
    'true',
    'false',
  ]);
  expect([storm, french, sewer].map((element) => element.tabIndex)).toEqual([-1, 0, -1]);
  arrow(french, 'ArrowRight');
  expect(document.activeElement).toBe(sewer);
  expect(sewer.getAttribute('aria-checked')).toBe('true');
  arrow(sewer, 'ArrowRight');
  expect(storm.getAttribute('aria-checked')).toBe('true');
  arrow(storm, 'End');
  expect(sewer.getAttribute('aria-checked')).toBe('true');
  await passes();
});

describe('one of many', () => {
  const many = Array.from({ length: 200 }, (_, index) => ({
    value: `run${index + 1}`,
    label: `Run ${index + 1}`,
    note: index % 2 ? 'Barn storm line' : 'Lane branch',
  }));

  test('what is chosen stands first, then what is likely, then the rest as they were given', () => {
    expect(
      ranked(many, 'run7', ['run9', 'run3'], '')
        .slice(0, 4)
        .map(({ value }) => value),
    ).toEqual(['run7', 'run9', 'run3', 'run1']);
    expect(ranked(many, undefined, [], 'barn 12').map(({ value }) => value)).toEqual([
      'run12',
      ...[112, 120, 122, 124, 126, 128].map((number) => `run${number}`),
    ]);
    expect(ranked(many, undefined, [], 'nothing so called')).toEqual([]);
  });

  test('a field opens a list to search; a tap takes one and closes it, Escape takes none', async () => {
    const chosen = jest.fn();
    show(<Picker label="Which run" options={many} value="run7" likely={['run9']} onChange={chosen} />);
    const field = screen.getByRole('combobox', { name: 'Which run: Run 7' });
    expect(field.getAttribute('aria-expanded')).toBe('false');
    await passes();
    await act(async () => void fireEvent.click(field));
    expect(screen.getByRole('listbox', { name: 'Which run' })).toBeTruthy();
    expect(screen.getAllByRole('option')[0]?.getAttribute('aria-selected')).toBe('true');
    // Of 200 only those near to being seen are made.
    expect(screen.getAllByRole('option').length).toBeLessThan(40);
    await passes();
    const search = screen.getByRole('searchbox', { name: 'Search: Which run' });
    await act(async () => void fireEvent.change(search, { target: { value: '128' } }));
    await act(async () => void fireEvent.click(screen.getByRole('option', { name: /^Run 128\W*Barn storm line$/ })));
    expect(chosen).toHaveBeenCalledWith('run128');
    expect(screen.queryByRole('listbox')).toBeNull();
    await act(async () => void fireEvent.click(field));
    await act(async () => void fireEvent.keyUp(document, { key: 'Escape' }));
    expect(screen.queryByRole('listbox')).toBeNull();
    expect(chosen).toHaveBeenCalledTimes(1);
  });
});

test('a field is called by its label, and its complaint is read with it', async () => {
  function Typing() {
    const [text, setText] = useState('');
    return (
      <Field
        label="Name"
        value={text}
        onChange={setText}
        error={text === '' ? 'Type a name.' : undefined}
        hint="As the crew calls it"
      />
    );
  }
  show(<Typing />);
  const box = screen.getByRole('textbox', { name: 'Name' });
  const note = (): string | null | undefined =>
    document.getElementById(box.getAttribute('aria-describedby') ?? '')?.textContent;
  expect(box.getAttribute('aria-invalid')).toBe('true');
  expect(note()).toBe('Type a name.');
  await passes();
  fireEvent.change(box, { target: { value: 'Yard' } });
  expect(box.getAttribute('aria-invalid')).toBe('false');
  expect(note()).toBe('As the crew calls it');
  await passes();
});

test('a day is typed in a field of its own', async () => {
  show(<Field type="date" label="Marked on" value="2026-11-24" onChange={noop} />);
  expect(screen.getByLabelText('Marked on').getAttribute('type')).toBe('date');
  await passes();
});

test('a sheet is a dialog by its title, closes on Escape and by its button, and gives the focus back', async () => {
  function Opening() {
    const [open, setOpen] = useState(false);
    return (
      <>
        <Button onPress={() => setOpen(true)}>Open</Button>
        {open ? (
          <Sheet
            title="Which one gives way?"
            onClose={() => setOpen(false)}
            foot={<Button onPress={noop}>Keep it</Button>}
          >
            <Words>One of them has to follow.</Words>
          </Sheet>
        ) : null}
      </>
    );
  }
  show(<Opening />);
  const opener = screen.getByRole('button', { name: 'Open' });
  opener.focus();
  await act(async () => void fireEvent.click(opener));
  const dialog = screen.getByRole('dialog', { name: 'Which one gives way?' });
  expect(dialog.getAttribute('aria-modal')).toBe('true');
  expect(dialog.contains(document.activeElement)).toBe(true);
  await passes();
  await act(async () => void fireEvent.keyUp(document, { key: 'Escape' }));
  expect(screen.queryByRole('dialog')).toBeNull();
  expect(document.activeElement).toBe(opener);
  await act(async () => void fireEvent.click(opener));
  await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Close' })));
  expect(screen.queryByRole('dialog')).toBeNull();
});

test.each([false, true])(
  'tabs are gone through with the arrows, and say how each stands (upright: %s)',
  async (upright) => {
    const gone = jest.fn();
    const tab = (value: string, state: string) =>
      ({ value, label: value, icon: 'grade', state, mark: { icon: 'check', tone: 'settled' } }) as const;
    show(
      <Tabs
        label="Stages of the job"
        tabs={[tab('Site', 'OK'), tab('Ground', 'in progress'), tab('Grade', 'needs work')]}
        value="Ground"
        onChange={gone}
        upright={upright}
      />,
    );
    const ground = screen.getByRole('tab', { name: /^Ground\W*in progress$/ });
    expect(ground.getAttribute('aria-selected')).toBe('true');
    arrow(ground, upright ? 'ArrowDown' : 'ArrowRight');
    expect(gone).toHaveBeenLastCalledWith('Grade');
    arrow(ground, 'Home');
    expect(gone).toHaveBeenLastCalledWith('Site');
    await passes();
  },
);

test('rows, figures and notes are read whole', async () => {
  const pressed = jest.fn();
  show(
    <>
      <Bar>
        <Words heading={1}>Tansy Hill</Words>
      </Bar>
      <Heading action={<Button onPress={noop}>Benchmark</Button>}>Benchmarks</Heading>
      <List label="Benchmarks">
        <Row title="Barn step" note="assumed" onPress={pressed} does="Open" after={<Words>100.00 ft</Words>} />
        <Row title="Ditch" />
      </List>
      <FigureGrid columns={2} label="Levels">
        <Figure label="Invert" onPress={pressed}>
          92.50 ft
        </Figure>
        <Figure label="Ground" onPress={pressed} said="not known. Show the working">
          —
        </Figure>
      </FigureGrid>
      <Card title="Pipe">
        <Words>SDR 35</Words>
      </Card>
      <Note tone="fix" icon="fix" role="alert">
        Incomplete.
      </Note>
      <Tap onPress={pressed} role="checkbox" checked label="Lock the slope">
        <Words>locked</Words>
      </Tap>
      <Busy>Opening the job…</Busy>
    </>,
  );
  expect(within(screen.getByRole('list', { name: 'Benchmarks' })).getAllByRole('listitem')).toHaveLength(2);
  expect(screen.getByRole('button', { name: /^Invert\s*92\.50 ft.*Show the working$/ })).toBeTruthy();
  expect(screen.getByRole('button', { name: /^Ground.*not known/ })).toBeTruthy();
  expect(screen.getByRole('checkbox', { name: 'Lock the slope' }).getAttribute('aria-checked')).toBe('true');
  expect(screen.getByRole('alert').textContent).toBe('Incomplete.');
  expect(screen.getByRole('status').textContent).toBe('Opening the job…');
  await passes();
});

test('what happened is told with the way back', async () => {
  const back = jest.fn();
  show(<Snack words="Yard was deleted." stays={9_000} onGone={noop} action={{ label: 'Restore', onPress: back }} />);
  await act(async () => void fireEvent.click(screen.getByText('Restore')));
  expect(back).toHaveBeenCalledTimes(1);
  await passes();
});
