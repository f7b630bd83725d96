import type { Page } from '@playwright/test';
import { choose, expect, fill, onDevice, saved, tap, test, WIDE } from './app';
import { accessible } from './axe';
import { printedWords } from './pdf';
import { go, openDemo } from './tour';

test.use({ serviceWorkers: 'allow' });

/** What to read on the rod: with gloves, in the sun, and with no signal. */

/** The browser's voice, as far as it is asked to speak. */
const listen = async (page: Page): Promise<void> => {
  await page.addInitScript(() => {
    const said: string[] = [];
    Object.assign(window, { said });
    window.speechSynthesis.speak = (utterance) => void said.push(utterance.text);
  });
};
const said = (page: Page): Promise<string[]> => page.evaluate(() => (window as unknown as { said: string[] }).said);

const big = (page: Page) => page.getByRole('dialog').getByRole('status').first();

/** Takes what the receiver comes to rest at. */
async function received(page: Page, label: RegExp): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^From the receiver: ${label.source}`) }).click();
  await expect(page.getByRole('textbox', { name: label })).toHaveValue(/\d/);
}

async function withReceiver(page: Page, change: () => Promise<void> = () => Promise.resolve()): Promise<void> {
  await tap(page, 'Rod, laser, receiver');
  await page.getByRole('radio', { name: 'Practice receiver' }).click();
  await change();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

test('a morning by large buttons alone, without signal: setup, check, ten stations, a stake, a new setup, the receiver failing', async ({
  page,
  app,
  context,
}) => {
  await listen(page);
  await openDemo(page, app);
  await go(page, 'Dig');
  await saved(page);
  await onDevice(page);
  // Once each sheet has been looked at, all of it is on the device.
  await withReceiver(page);
  await context.setOffline(true);

  // The level is moved: turning point, look back, check; nothing is typed.
  await tap(page, 'Move the level');
  await received(page, /Rod on it, from Setup 3/);
  await received(page, /Rod on it, from here/);
  await received(page, /Rod on that/);
  await expect(page.getByText(/^Found .*: good\.$/)).toBeVisible();
  await accessible(page, 'the level is moved');
  await tap(page, 'Save');
  await expect(page.getByText(/^Setup 4: instrument at/)).toBeVisible();
  await expect(page.getByText(/^Checked on .* Good\.$/)).toBeVisible();

  // Ten stations, each with another reading, all of them said on a tap.
  await tap(page, 'In the trench');
  await accessible(page, 'in the trench');
  const seen = new Set<string>();
  for (let station = 0; station < 10; station += 1) {
    seen.add((await big(page).textContent()) ?? '');
    await page.getByRole('button', { name: 'Next' }).click();
  }
  expect(seen.size).toBe(10);
  await expect(page.getByRole('dialog', { name: /^0\+50/ })).toBeVisible();
  await tap(page, 'Read aloud');
  expect((await said(page)).at(-1)).toMatch(/^Bottom: \d+ point \d\d$/);
  // What the receiver says of the bottom as it is dug.
  await tap(page, 'Receiver on the bottom');
  await expect(page.getByText(/^On grade$|high: dig$|low: fill and compact$/)).toBeVisible();
  await tap(page, 'Close');

  // A structure stake.
  await page.getByRole('radio', { name: 'Stakes' }).click();
  await page.getByRole('button', { name: /^Field manhole.*Open its stake/ }).click();
  const stake = page.getByRole('dialog', { name: 'Stake: Field manhole' });
  await expect(stake.getByRole('row', { name: /^Out at 6: Ditch to manhole/ })).toBeVisible();
  await expect(stake.getByRole('img', { name: /Ditch to manhole out at 6/ })).toBeVisible();
  await tap(page, 'Done');

  // Beats that miss the beam are waited out; without any there is no reading.
  await withReceiver(page, () => page.getByRole('radio', { name: 'One in ten' }).click());
  await tap(page, 'Check shot');
  await received(page, /Rod on that/);
  await expect(page.getByText(/^Found .*: good\.$/)).toBeVisible();
  await page.keyboard.press('Escape');
  await withReceiver(page, () => page.getByRole('radio', { name: 'All' }).click());
  await tap(page, 'Check shot');
  await tap(page, /^From the receiver/);
  await expect(page.getByText(/^No beam: hold the receiver/)).toBeVisible();
  await page.keyboard.press('Escape');

  // A leg sinks: the benchmark comes out elsewhere, and nothing is shown to dig by until somebody says so.
  await withReceiver(page, async () => {
    await page.getByRole('radio', { name: 'None' }).click();
    await fill(page, /^Level sinks per minute/, '1.5');
    await page.keyboard.press('Tab');
  });
  await tap(page, 'Check shot');
  await expect
    .poll(
      async () => {
        await tap(page, /^From the receiver/);
        await expect(page.getByRole('button', { name: /^From the receiver/ })).toBeVisible();
        return page.getByText(/no good at 0\.02 ft/).count();
      },
      { timeout: 60_000 },
    )
    .toBe(1);
  await tap(page, 'Save');
  await expect(page.getByText(/^No good: .* came out at/)).toBeVisible();
  await tap(page, 'In the trench');
  await expect(big(page)).toHaveText(/—/);
  await page.getByRole('dialog').getByRole('button', { name: 'Dig anyway' }).click();
  await expect(big(page)).toHaveText(/\d\.\d\d ft/);
  await tap(page, 'Close');

  // A new setup, on what is known, is trusted again; all of it was kept, and goes out with the signal.
  await withReceiver(page, async () => {
    await fill(page, /^Level sinks per minute/, '0');
    await page.keyboard.press('Tab');
  });
  await tap(page, 'Move the level');
  await choose(page, 'Backsight to', /^Barn step/);
  await received(page, /Rod on it, from here/);
  await received(page, /Rod on that/);
  await tap(page, 'Save');
  await expect(page.getByText(/^Setup 5: instrument at/)).toBeVisible();
  await context.setOffline(false);
  await saved(page);
});

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const)
  test.describe(name, () => {
    test.use(use);

    test('readings are typed: a check that misses by 0.03 ft is told, and a rod that is too short, and a place beyond the line', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Dig');
      await expect(page.getByText('Setup 3: instrument at 103.73 ft')).toBeVisible();
      await tap(page, 'Move the level');
      await fill(page, /^Rod on it, from Setup 3/, '17');
      await expect(page.getByText(/^The rod is 16 ft long/)).toBeVisible();
      await fill(page, /^Rod on it, from Setup 3/, '6.12');
      await fill(page, /^Rod on it, from here/, '3.05');
      const instrument = page.getByText(/^Instrument at/);
      await expect(instrument).toHaveText(/100\.6[56] ft/);
      const height = Number(/[\d.]+/.exec((await instrument.textContent()) ?? '')?.[0]);
      await choose(page, 'Checked on', /^Barn step/);
      await fill(page, /^Rod on that/, (height - 99.96).toFixed(2));
      await expect(page.getByText(/too low: no good at 0\.02 ft/)).toBeVisible();
      await fill(page, /^Rod on that/, (height - 100).toFixed(2));
      await expect(page.getByText(/^Found .*: good\.$/)).toBeVisible();
      await page.keyboard.press('Escape');

      await tap(page, 'In the trench');
      await fill(page, /^My station, from the low end/, '400');
      await page.keyboard.press('Tab');
      await expect(page.getByText('The line ends at 320 ft: read the tape again.')).toBeVisible();
      await fill(page, /^My station, from the low end/, '123');
      await page.keyboard.press('Tab');
      await expect(page.getByRole('dialog', { name: /^1\+23/ })).toBeVisible();
      const here = await big(page).textContent();
      await page.getByRole('button', { name: 'Next' }).click();
      await expect(page.getByRole('dialog', { name: /^1\+25/ })).toBeVisible();
      await page.keyboard.press('ArrowLeft');
      await expect(page.getByRole('dialog', { name: /^1\+20/ })).toBeVisible();
      expect(await big(page).textContent()).not.toBe(here);
      await page.getByRole('button', { name: /^Flow line/ }).click();
      await expect(big(page)).toHaveText(/Rod on the flow line/);
    });

    test('a laser is dialled up from the low end and down from the high one; a grade that it cannot show is told', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Dig');
      await page.getByRole('radio', { name: 'Pipe laser' }).click();
      const dial = page.getByText(/^Ditch to manhole: dial/);
      await expect(dial).toHaveText(/dial \+1\.\d{3} %, up the line/);
      await page.getByRole('radio', { name: 'The high end' }).click();
      await expect(dial).toHaveText(/dial \u22121\.\d{3} %, down the line/);
      await tap(page, 'Rod, laser, receiver');
      await fill(page, 'Steepest down it can show', '-0.5');
      await page.keyboard.press('Tab');
      await page.keyboard.press('Escape');
      await expect(page.getByText(/it cannot be set to this grade/)).toBeVisible();
      // The beam is as far over everything all along: one stick does.
      await tap(page, 'In the trench');
      await expect(big(page)).toHaveText(/Beam above the trench bottom/);
    });

    test('what the way in crosses is dug last, and said why', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Dig');
      await page.getByRole('radio', { name: 'Sequence', exact: true }).click();
      await page.getByRole('button', { name: /^1\. Ditch to manhole/ }).click();
      await page.getByRole('radio', { name: 'It closes the way in' }).click();
      await tap(page, 'Done');
      await expect(page.getByRole('button', { name: /^1\. Orchard edge/ })).toBeVisible();
    });
  });

test('the grade sheet as a table on a wide page, by the stick and down from a stake', async ({ browser, app }) => {
  const page = await browser.newPage(WIDE);
  await openDemo(page, app);
  await go(page, 'Dig');
  const table = page.getByRole('table', { name: 'Grade sheet' });
  await expect(table.getByRole('columnheader')).toHaveText([
    'Station',
    'Bottom',
    'Bedding',
    'Flow line',
    'Top of pipe',
    'Overlay',
    'Ground',
  ]);
  await choose(page, 'Every', 'Stick of pipe');
  await expect(table.getByRole('row').nth(2)).toContainText('0+20');
  await choose(page, 'Show as', 'Down from a stake');
  await fill(page, /^Elevation of the stake/, '100');
  // 100.00 less the flow line of 92.50 at the outfall.
  await expect(table.getByRole('row').nth(1)).toContainText('7.50');
  await table.getByRole('button', { name: /^0\+20/ }).click();
  await expect(page.getByRole('dialog', { name: /^0\+20/ })).toBeVisible();
  await page.close();
});

test('the grade stick is drawn as large as a bank card says, and printed true to half a millimetre', async ({
  page,
  app,
}) => {
  await openDemo(page, app);
  await go(page, 'Dig');
  await tap(page, 'Grade stick');
  const sheet = page.getByRole('dialog', { name: 'Grade stick for Ditch to manhole' });
  await tap(page, 'Larger');
  await tap(page, 'Slightly smaller');
  const frame = page.getByRole('img', { name: /^A frame for a bank card/ });
  const card = (await frame.boundingBox())?.width ?? NaN;
  await tap(page, 'The card fits');
  // Marks stand over the foot by what the section says: bedding of 6 in under 24 in pipe, wall and all.
  const notes = await sheet.getByRole('list', { name: /^Marks above the foot/ }).allTextContents();
  const heights = [...notes.join(' ').matchAll(/([\d.]+) ft · /g)].map(([, feet]) => Number(feet) * 304.8);
  expect(heights.length).toBe(3);
  const stick = page.getByRole('img', { name: 'The stick at actual size' });
  const tall = (await stick.locator('svg').boundingBox())?.height ?? NaN;
  const top = Math.max(...heights) + 30;
  expect(Math.abs(tall / (card / 53.98) - top)).toBeLessThan(3);

  for (const format of ['A4', 'Letter'] as const) {
    const pages = await printedWords(await page.pdf({ format, preferCSSPageSize: false }));
    const words = pages.flat();
    // Numbers of the rule stand so far apart as they say, a tenth of a foot: 30.48 mm; within one strip.
    const rule = words.filter((word) => /^\d\.\d$/.test(word.words));
    expect(rule.length).toBeGreaterThan(6);
    const strips = new Map<string, typeof rule>();
    for (const word of rule) strips.set(word.x.toFixed(0), [...(strips.get(word.x.toFixed(0)) ?? []), word]);
    let measured = 0;
    for (const strip of strips.values()) {
      strip.sort((a, b) => Number(a.words) - Number(b.words));
      strip.forEach((word, index) => {
        const before = strip[index - 1];
        if (!before) return;
        const tenths = Math.round((Number(word.words) - Number(before.words)) * 10);
        expect(Math.abs(before.y - word.y - tenths * 30.48)).toBeLessThan(0.5);
        measured += 1;
      });
    }
    expect(measured).toBeGreaterThan(4);
    // A mark lies as far from the numbers beside it as it is high: its name stands 1 mm over it, they 1 mm under theirs.
    const over = (name: string): number => {
      const mark = words.find((word) => word.words === name);
      const beside = rule.find((word) => mark && word.x < mark.x && mark.x - word.x < 12);
      return mark && beside ? beside.y - mark.y - 2 + Number(beside.words) * 304.8 : NaN;
    };
    // The beam is 6 in over the flow line, and the bottom 6 in under the bedding.
    expect(Math.abs(over('Flow line') - 152.4)).toBeLessThan(0.5);
    expect(Math.abs(over('Bottom') - over('Bedding') - 152.4)).toBeLessThan(0.5);
  }
});

test('a gas main in the way of the bucket is on the grade sheet and in the trench, and a stop of it on Dig itself', async ({
  page,
  app,
}) => {
  await openDemo(page, app);
  await go(page, 'Dig');
  await choose(page, /^Every/, '10 ft');
  const row = page.getByRole('button', { name: /^1\+60/ });
  await page.mouse.move(195, 640);
  await expect(async () => {
    await page.mouse.wheel(0, 200);
    await expect(row).toBeVisible({ timeout: 200 });
  }).toPass();
  await expect(row).toContainText('G · hand dig');
  await row.click();
  const band = page.getByRole('dialog').getByRole('alert').first();
  await expect(band).toContainText(/^G at 1\+68, [\d.]+ ft down: dig by hand/);
  await accessible(page, 'what is in the way');
  await page.keyboard.press('Escape');
  // Where the pipe has to go it is a stop, and Dig says so.
  await expect(page.getByRole('tab', { name: /^Dig/ })).not.toHaveAccessibleName(/needs work/);
  await go(page, 'Site');
  await page
    .getByRole('button', { name: /^Gas to the house/ })
    .first()
    .click();
  await page.getByRole('radio', { name: 'Elevation', exact: true }).click();
  await fill(page, /^Its elevation/, '95.2');
  await tap(page, 'Save');
  await expect(page.getByRole('tab', { name: /^Dig/ })).toHaveAccessibleName(/needs work/);
  await go(page, 'Dig');
  await expect(page.getByRole('list', { name: 'Findings' })).toContainText(/Gas to the house is where the pipe/);
});
