import { fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { act } from 'react';
import { Provider } from 'react-redux';
import { Length } from '@alveus/plan';
import { Units } from '../src/features/job/Units';
import { settingsChanged } from '../src/store/frame/settings';
import { makeStore } from '../src/store/frame/store';
import { withJob } from '../src/store/store';
import { MeasureField, PlanMeasure } from '../src/ui/measured';

/** How a number gets from a gloved thumb into the plan. */

function mount(children: ReactNode) {
  const store = withJob(makeStore());
  render(
    <Provider store={store}>
      <Units>{children}</Units>
    </Provider>,
  );
  return store;
}

const field = (): HTMLInputElement => screen.getByRole('textbox');
const type = (text: string): void => {
  fireEvent.change(field(), { target: { value: text } });
};

test('what is not understood stays as typed, says what is wanted, and the value before stays in force', () => {
  const heard: (number | undefined)[] = [];
  mount(
    <MeasureField
      label="Length"
      quantity="distance"
      value={30.48}
      onChange={(value) => heard.push(value)}
      limit={Length}
    />,
  );
  expect(field().value).toBe('100.00');
  type('deep');
  expect(field().value).toBe('deep');
  expect(screen.getByRole('alert').textContent).toMatch(/“deep” is not understood. Type a length such as/);
  expect(field().getAttribute('aria-invalid')).toBe('true');
  type('-3');
  expect(screen.getByRole('alert').textContent).toMatch(/more than zero/);
  expect(heard).toEqual([]);
  type('41\' 6"');
  expect(screen.queryByRole('alert')).toBeNull();
  expect(heard[0]).toBeCloseTo(41.5 * 0.3048, 9);
});

test('in the plan a number is one edit, made when its field is left', () => {
  const heard: (number | undefined)[] = [];
  mount(<PlanMeasure label="Length" quantity="distance" value={30.48} onChange={(value) => heard.push(value)} />);
  for (const text of ['1', '12', '125']) type(text);
  expect(heard).toEqual([]);
  fireEvent.blur(field());
  expect(heard).toEqual([125 * 0.3048]);
  fireEvent.blur(field());
  expect(heard).toHaveLength(1);
});

test('a field that is only looked at is no edit, however its value was rounded to be shown', () => {
  const heard: unknown[] = [];
  mount(<PlanMeasure label="Length" quantity="distance" value={30.481234} onChange={(value) => heard.push(value)} />);
  fireEvent.focus(field());
  fireEvent.blur(field());
  expect(heard).toEqual([]);
});

test('closing a sheet over a field takes what stands in it', () => {
  const heard: (number | undefined)[] = [];
  const store = withJob(makeStore());
  const { unmount } = render(
    <Provider store={store}>
      <PlanMeasure label="Length" quantity="distance" value={30.48} onChange={(value) => heard.push(value)} />
    </Provider>,
  );
  type('50 m');
  unmount();
  expect(heard).toEqual([50]);
});

test('switching units shows the same length anew', () => {
  const store = mount(<MeasureField label="Length" quantity="distance" value={30.48} onChange={() => undefined} />);
  act(() => void store.dispatch(settingsChanged({ system: 'metric' })));
  expect(field().value).toBe('30.480');
  act(() => void store.dispatch(settingsChanged({ system: 'inches' })));
  expect(field().value).toBe('100\' 0"');
});

test('a value that nobody means asks what was meant, and one tap takes it', () => {
  const heard: (number | undefined)[] = [];
  const store = mount(
    <PlanMeasure label="Density" quantity="density" value={1500} onChange={(value) => heard.push(value)} />,
  );
  act(() => {
    store.dispatch(settingsChanged({ system: 'metric' }));
  });
  type('1.6');
  fireEvent.click(screen.getByRole('button', { name: /^1\.6 t\/m³\?/ }));
  expect(heard[heard.length - 1]).toBeCloseTo(1600, 9);
  expect(screen.queryByRole('button')).toBeNull();
});
