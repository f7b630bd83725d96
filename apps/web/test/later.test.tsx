import { act, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { later } from '../src/ui/later';

/** Parts of the screen that are loaded when they are first shown. */

const Sheet = ({ name }: { name: string }) => <p>{`Sheet of ${name}`}</p>;
const waiting = <p role="status">Opening…</p>;
const Missing = ({ name, onAgain }: { name: string; onAgain: () => void }) => (
  <button onClick={onAgain}>{`No sheet of ${name}`}</button>
);

/** A module that comes when it is let through. */
function slow() {
  let arrive: ((part: typeof Sheet) => void) | undefined;
  let fail: ((error: Error) => void) | undefined;
  const load = jest.fn(
    () =>
      new Promise<typeof Sheet>((resolve, reject) => {
        arrive = resolve;
        fail = reject;
      }),
  );
  return {
    load,
    arrive: () => act(async () => arrive?.(Sheet)),
    fail: () => act(async () => fail?.(new Error('no signal'))),
  };
}

test('something stands there until the part has come; then the part, with what it was given', async () => {
  const { load, arrive } = slow();
  const Part = later(load, waiting, Missing);
  const { rerender } = render(<Part name="run 1" />);
  expect(screen.getByRole('status').textContent).toBe('Opening…');
  expect(load).toHaveBeenCalledTimes(1);
  rerender(<Part name="run 2" />);
  await arrive();
  expect(screen.getByText('Sheet of run 2')).toBeTruthy();
  expect(screen.queryByRole('status')).toBeNull();
  rerender(<Part name="run 3" />);
  expect(screen.getByText('Sheet of run 3')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(1);
});

test('what was loaded ahead is there in the first drawing, wherever it is shown', async () => {
  const { load, arrive } = slow();
  const Part = later(load, waiting, Missing);
  const ready = Part.load();
  await arrive();
  await ready;
  const seen: boolean[] = [];
  const Watch = ({ children }: { children: ReactNode }) => {
    seen.push(document.querySelector('[role=status]') !== null);
    return children;
  };
  render(
    <Watch>
      <Part name="a" />
      <Part name="b" />
    </Watch>,
  );
  expect(screen.getByText('Sheet of a')).toBeTruthy();
  expect(screen.getByText('Sheet of b')).toBeTruthy();
  expect(seen).toEqual([false]);
  expect(load).toHaveBeenCalledTimes(1);
});

test('a part that is gone before it came does nothing any more', async () => {
  const { load, arrive } = slow();
  const Part = later(load, null, Missing);
  const errors = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const { container, unmount } = render(<Part name="a" />);
  expect(container.textContent).toBe('');
  unmount();
  await arrive();
  expect(errors).not.toHaveBeenCalled();
  errors.mockRestore();
});

test('what cannot be loaded leaves all around it as it is, and is asked for anew the next time it is shown', async () => {
  const { load, arrive, fail } = slow();
  const Part = later(load, waiting, Missing);
  const first = render(
    <>
      <p>The rest</p>
      <Part name="a" />
    </>,
  );
  await fail();
  expect(screen.getByText('The rest')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'No sheet of a' })).toBeTruthy();
  first.unmount();
  render(<Part name="a" />);
  expect(load).toHaveBeenCalledTimes(2);
  await arrive();
  expect(screen.getByText('Sheet of a')).toBeTruthy();
});

test('loading ahead without signal throws to whoever asked, and to nobody else', async () => {
  const { load, arrive, fail } = slow();
  const Part = later(load, null, Missing);
  const ready = expect(Part.load()).rejects.toThrow('no signal');
  await fail();
  await ready;
  render(<Part name="a" />);
  await arrive();
  expect(screen.getByText('Sheet of a')).toBeTruthy();
});

test('where something stands for what cannot be loaded, it is told how to ask again; the signal coming back asks too', async () => {
  const { load, arrive, fail } = slow();
  const Part = later(load, waiting, Missing);
  render(<Part name="a" />);
  await fail();
  act(() => screen.getByRole('button', { name: 'No sheet of a' }).click());
  expect(screen.getByRole('status')).toBeTruthy();
  await fail();
  expect(screen.getByRole('button')).toBeTruthy();
  act(() => void window.dispatchEvent(new Event('online')));
  expect(load).toHaveBeenCalledTimes(3);
  await arrive();
  expect(screen.getByText('Sheet of a')).toBeTruthy();
});
