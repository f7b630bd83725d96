import type { Page } from '@playwright/test';
import type { App } from './app';
import { expect, figure, saved, station, test, typeLine } from './app';

test.use({ serviceWorkers: 'allow' });

/**
 * What crews do most, done as by somebody in a hurry: taps are counted, and keys beyond digits and decimal points. A
 * key of the pad that is no digit counts as any other.
 */

class Hand {
  count = 0;
  constructor(readonly page: Page) {}

  async tap(
    role: 'button' | 'radio' | 'combobox' | 'option' | 'tab' | 'textbox',
    name: string | RegExp,
  ): Promise<void> {
    this.count += 1;
    await this.page
      .getByRole(role, { name, exact: typeof name === 'string' })
      .first()
      .click();
  }

  /** Types where the focus is. */
  async type(text: string): Promise<void> {
    await expect.poll(() => this.page.evaluate(() => document.activeElement?.tagName)).toBe('INPUT');
    this.count += [...text].filter((key) => !/[0-9.]/.test(key)).length;
    await this.page.keyboard.type(text);
  }

  /** Enter, or a letter; the focus has moved before anything more is typed. */
  async key(key: string): Promise<void> {
    this.count += 1;
    const before = await this.focused();
    await this.page.keyboard.press(key);
    await expect.poll(() => this.focused()).not.toBe(before);
    await expect.poll(() => this.page.evaluate(() => document.activeElement?.tagName)).toBe('INPUT');
  }

  async enter(...texts: string[]): Promise<void> {
    for (const text of texts) {
      await this.type(text);
      await this.key('Enter');
    }
  }

  /** What has the focus: the field, and whether it is still empty. */
  private focused(): Promise<string> {
    return this.page.evaluate(() => {
      const field = document.activeElement as HTMLInputElement | null;
      return `${field?.id} ${field?.value}`;
    });
  }

  /** Begins a job of its own, as it is named by itself. */
  async newJob(app: App): Promise<void> {
    await this.page.goto(app.url);
    await this.tap('button', 'New job');
    await expect(this.page.getByRole('textbox', { name: 'Name of the job' })).toBeFocused();
    this.count += 1;
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('heading', { name: /^Job of/, level: 1 })).toBeVisible();
  }

  /** The same, and counted from there. */
  async emptyJob(app: App): Promise<void> {
    await this.newJob(app);
    this.count = 0;
  }

  /** Done, in no more than so many. */
  async done(name: string, most: number): Promise<void> {
    test.info().annotations.push({ type: 'taps and keys', description: `${name}: ${this.count} of ${most}` });
    process.stdout.write(`${name}: ${this.count} of ${most}\n`);
    expect(this.count).toBeLessThanOrEqual(most);
    await saved(this.page);
  }
}

test('a storm line of three basins from a plan sheet, its depth at a station, and its bedding by the ton', async ({
  page,
  app,
}) => {
  const hand = new Hand(page);
  await hand.emptyJob(app);
  await hand.tap('button', 'Set the outlet');
  await hand.enter('92.40');
  await hand.type('95.00');
  await hand.tap('combobox', /^Pipe for the whole line/);
  await hand.tap('option', /^15 in twin-wall/);
  await hand.tap('button', 'Next: the first run');
  await hand.enter('84', '1', '97.10', '62', '1.2');
  await hand.enter('98.00', '45', '1.5');
  await hand.type('98.60');
  await hand.tap('button', 'Add the run');
  await hand.tap('button', /Type the station$/);
  await hand.type('0+84');
  hand.count += 1;
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // 92.40 + 0.84 is the flow line; the trench goes a wall and 6 in of bedding under it.
  await expect(figure(page, 'Invert')).toContainText('93.24 ft');
  await expect(figure(page, 'Trench depth')).toContainText(/4\.\d\d ft/);
  await hand.tap('tab', /^Order/);
  await hand.tap('radio', 'This line');
  await expect(page.getByRole('button', { name: /^bedding.* ton.*Show the working$/ }).first()).toBeVisible();
  await hand.done('storm line of three basins', 20);
});

test('a French drain known by its depth and its slope', async ({ page, app }) => {
  const hand = new Hand(page);
  await hand.emptyJob(app);
  await hand.tap('button', 'Set the outlet');
  await hand.tap('radio', 'French drain');
  await hand.tap('radio', 'Depth at the outlet');
  await hand.enter('18"');
  await hand.type('99');
  await hand.tap('button', 'Next: the first run');
  await hand.enter('60', '1');
  await hand.type('99.60');
  await hand.tap('button', 'Add the run');
  await station(page, 'Home');
  await expect(figure(page, 'Trench depth')).toContainText('1.50 ft');
  await station(page, 'End');
  // The ground rises as fast as the drain.
  await expect(figure(page, 'Trench depth')).toContainText('1.50 ft');
  await hand.done('French drain', 10);
});

test('a French drain known by its depth at the head: the outlet follows', async ({ page, app }) => {
  const hand = new Hand(page);
  await hand.emptyJob(app);
  await hand.tap('button', 'Set the outlet');
  await hand.tap('radio', 'French drain');
  await hand.tap('radio', 'Depth at the head');
  await hand.tap('button', 'Next: the first run');
  await hand.enter('60', '1', '10"');
  await hand.type('99.60');
  await hand.tap('button', 'Add the run');
  await station(page, 'End');
  await expect(figure(page, 'Trench depth')).toContainText('0.83 ft');
  const high = await figure(page, 'Invert').textContent();
  await station(page, 'Home');
  const low = await figure(page, 'Invert').textContent();
  const level = (text: string | null): number => Number(/([\d.]+) ft/.exec(text ?? '')?.[1]);
  expect(level(high) - level(low)).toBeCloseTo(0.6, 2);
  await hand.done('French drain from its head', 10);
});

test('a stub-out, a tank, a box and four laterals', async ({ page, app }) => {
  const hand = new Hand(page);
  await hand.newJob(app);
  await hand.tap('button', 'Septic: start at the house');
  await hand.enter('98.00', '100', '20', '');
  await hand.type('99.50');
  await hand.tap('button', 'Add, continue down');
  await expect(page.getByRole('dialog', { name: 'Down from Tank' })).toBeVisible();
  await hand.enter('15', '');
  await hand.type('99');
  await hand.tap('button', 'Add, continue down');
  await expect(page.getByRole('dialog', { name: 'Laterals from D-box' })).toBeVisible();
  await hand.enter('4', '60', '');
  await hand.type('99');
  await hand.tap('button', 'Create laterals');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('combobox', { name: 'Line: Lateral 1, Lateral' })).toBeVisible();
  await station(page, 'End');
  // 98.00 less 5 in to the tank, 3 in through it, 15 ft at 2 %, and √106 ft of leader at 1/8 in a foot.
  await expect(figure(page, 'Invert')).toContainText('96.93 ft');
  await hand.done('stub-out, tank, box and four laterals', 25);
});

test('a yard with no fall: its ends are compared from the finding', async ({ page, app }) => {
  const hand = new Hand(page);
  await hand.emptyJob(app);
  await hand.tap('button', 'Set the outlet');
  await hand.enter('98.80');
  await hand.type('100');
  await hand.tap('radio', 'Yard drain');
  await hand.tap('button', 'Next: the first run');
  await hand.enter('40', '.5');
  await hand.type('100');
  await hand.tap('button', 'Add the run');
  await hand.tap('button', /^Compare ends/);
  await expect(page.getByRole('list', { name: 'Ends compared' }).getByText('Pop-up')).toBeVisible();
  // A sheet hears Escape only once its first frame is drawn.
  await expect(async () => {
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 500 });
  }).toPass();
  await station(page, 'End');
  await expect(figure(page, 'Invert')).toContainText('99.00 ft');
  await hand.done('yard with no fall', 8);
});

test('a level loop of three setups, one reading corrected', async ({ page, app }) => {
  const hand = new Hand(page);
  await hand.newJob(app);
  await typeLine(page, { invert: '92', ground: '', service: 'Storm' }, [{ length: '100', slope: '1 %', ground: '' }]);
  hand.count = 0;
  await hand.tap('tab', /^Ground/);
  await hand.tap('button', 'Benchmark');
  await expect(page.getByRole('textbox', { name: /^Elevation/ })).toBeFocused();
  await hand.type('100');
  hand.count += 1;
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await hand.tap('button', 'Set up the level');
  const reading = page.getByRole('textbox', { name: /^(Rod reading|Backsight to)/ });
  const read = async (rod: string, on?: 't' | 'b' | 'n'): Promise<void> => {
    await expect(reading).toBeFocused();
    await expect(reading).toHaveValue('');
    if (on) {
      hand.count += 1;
      await page.keyboard.press(on);
      await expect(reading).toBeFocused();
    }
    await hand.type(rod);
    hand.count += 1;
    await page.keyboard.press('Enter');
    await expect(reading).toHaveValue('');
  };
  await read('5.00');
  await read('9.00');
  await read('6.00', 't');
  await read('4.00');
  await read('4.00', 't');
  await read('5.00');
  await read('6.00', 'n');
  await read('3.99', 'b');
  await hand.tap('button', 'Done with readings');
  await expect(page.getByRole('group', { name: 'Loop closure' })).toContainText('3 setups');
  await hand.tap('button', /^Daylight, ground FS 9\.00 ft/);
  // It stands there chosen, to be typed over.
  await expect(page.getByRole('dialog').getByRole('textbox', { name: /^Rod reading/ })).toBeFocused();
  await hand.type('8.50');
  await hand.tap('button', 'Save correction');
  await expect(page.getByText('Daylight, ground: 9.00 ft')).toHaveCount(0);
  await hand.done('level loop of three setups', 22);
});

test('three crossings, and a rule', async ({ page, app }) => {
  const hand = new Hand(page);
  await hand.emptyJob(app);
  await hand.tap('button', 'Set the outlet');
  await hand.enter('98');
  await hand.type('104');
  await hand.tap('button', 'Next: the first run');
  await hand.enter('100', '1');
  await hand.type('104');
  await hand.tap('button', 'Add the run');
  await hand.tap('button', 'Mark a utility');
  await hand.enter('20');
  await hand.type('2');
  await hand.tap('button', 'Save, then add: Drinking water');
  await hand.enter('40');
  await hand.type('3');
  await hand.tap('button', 'Save, then add: Electric');
  await hand.enter('75');
  await hand.type('2.5');
  await hand.tap('button', 'Save');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await hand.tap('button', 'Rules behind the findings');
  await hand.tap('textbox', /^Minimum cover, foot traffic/);
  await hand.type('18');
  await hand.tap('button', 'Save rules');
  // Each is what its letter said, and the rule holds.
  await hand.done('three crossings and a rule', 16);
  await page.goBack();
  await page.getByRole('tab', { name: /^Site/ }).click();
  for (const [name, at] of [
    ['Gas main', '20'],
    ['Water main', '40'],
    ['Power cable', '75'],
  ])
    await expect(page.getByRole('button', { name: new RegExp(`^${name}.*across Run 1 at ${at} ft`) })).toBeVisible();
});
