import '../src/ui/pressed';

/** Where taps go. */

const AT = { clientX: 100, clientY: 200, bubbles: true, cancelable: true };

function page() {
  document.body.innerHTML = `<main tabindex="-1"><button id="meant"><i>Keep it</i></button><button id="other">Remove</button></main>`;
  const heard: string[] = [];
  for (const button of document.querySelectorAll('button'))
    button.addEventListener('click', () => heard.push(button.id));
  const at = (id: string): Element => document.querySelector(`#${id}`) ?? document.body;
  const down = (id: string) => (at(id).firstElementChild ?? at(id)).dispatchEvent(new MouseEvent('pointerdown', AT));
  const up = (id: string, where: MouseEventInit = {}) => {
    at(id).dispatchEvent(new MouseEvent('pointerup', AT));
    at(id).dispatchEvent(new MouseEvent('click', { ...AT, detail: 1, ...where }));
  };
  return { heard, down, up, at };
}

test('a tap that stays where it was goes there, once', () => {
  const { heard, down, up } = page();
  down('meant');
  up('meant');
  expect(heard).toEqual(['meant']);
});

test.each(['other', 'nothing'])(
  'what was pressed moved away: the tap goes to it, and to nothing of what lies there now (%s)',
  (now) => {
    const { heard, down, up } = page();
    down('meant');
    up(now);
    expect(heard).toEqual(['meant']);
  },
);

test('whoever slips off it thought better of it', () => {
  const { heard, down, up } = page();
  down('meant');
  up('other', { clientY: 240 });
  expect(heard).toEqual(['other']);
});

test('a tap on nothing taps nothing that comes to lie there', () => {
  const { heard, down, up } = page();
  down('nothing');
  up('other');
  expect(heard).toEqual([]);
});

test('what is drawn anew in its place is tapped; what was pressed to scroll is not', () => {
  const { heard, down, up, at } = page();
  down('meant');
  at('meant').remove();
  up('other');
  expect(heard).toEqual(['other']);
  down('other');
  at('other').dispatchEvent(new MouseEvent('pointercancel', AT));
  up('nothing');
  expect(heard).toEqual(['other']);
});

test('a second finger does not change what the first one is on', () => {
  const { heard, down, up, at } = page();
  down('meant');
  at('other').dispatchEvent(Object.assign(new MouseEvent('pointerdown', AT), { isPrimary: false }));
  up('nothing');
  expect(heard).toEqual(['meant']);
});

test('a click by the keyboard goes where the focus is, whatever was pressed before', () => {
  const { heard, down, at } = page();
  down('meant');
  at('other').dispatchEvent(new MouseEvent('click', { ...AT, detail: 0 }));
  expect(heard).toEqual(['other']);
});
