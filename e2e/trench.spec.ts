import { choose, expect, fill, newJob, saved, tap, test, typeLine, WIDE } from './app';
import { accessible } from './axe';
import type { Page } from '@playwright/test';
import { go, openDemo } from './tour';

/** Moves the station line to a chainage that is typed. */
async function station(page: Page, at: string): Promise<void> {
  await go(page, 'Grade');
  await page.getByRole('button', { name: /Type the station$/ }).click();
  await fill(page, /^Station/, at);
  await tap(page, 'Done');
  await go(page, 'Trench');
}

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const)
  test.describe(name, () => {
    test.use(use);

    test('a French drain beside one with stone under its pipe: what it digs and buys more is read, tried, taken, undone', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, /French drain/);
      await tap(page, 'Compare sections');
      const sheet = page.getByRole('dialog');
      await choose(page, /^Compare with/, /^French drain, stone under the pipe/);
      const beside = page.getByRole('table', { name: 'Side by side' });
      const dug = beside.getByRole('row', { name: /^Digging, 100 ft/ });
      const [now, then] = await dug
        .getByRole('cell')
        .evaluateAll((cells) => cells.slice(1).map((cell) => parseFloat(cell.textContent ?? '')));
      // 3 in of 12 in of width, over 100 ft: 25 cu ft.
      expect((then ?? NaN) - (now ?? NaN)).toBeCloseTo(25 / 27, 1);
      await expect(sheet.getByText(/Water rises through the stone and enters the pipe clean/)).toBeVisible();
      await sheet.getByRole('button', { name: 'Try it' }).click();
      await tap(page, 'Apply');
      await expect(page.getByRole('heading', { name: 'French drain, stone under the pipe' })).toBeVisible();
      await tap(page, 'Undo');
      await expect(page.getByRole('heading', { name: 'French drain, stone under the pipe' })).toHaveCount(0);
    });

    test('a section is kept for the company, another job digs by it, and is told when it has moved on', async ({
      page,
      app,
    }) => {
      const job = async (title: string): Promise<void> => {
        await newJob(page, app, title);
        await typeLine(page, { invert: '100', ground: '102', service: 'Yard drain' }, [
          { length: '60', slope: '1%', ground: '102.6' },
        ]);
        await go(page, 'Trench');
      };
      await job(`First yard ${name}`);
      await tap(page, 'Section');
      await fill(page, 'Name', `Our bed ${name}`);
      await page.keyboard.press('Tab');
      await tap(page, `Save as a new section: Our bed ${name}`);
      await expect(page.getByText(`This plan has “Our bed ${name}”, version 1.`)).toBeVisible();
      await accessible(page, 'a section and those of the company');
      await tap(page, 'Done');

      await job(`Second yard ${name}`);
      await tap(page, 'Compare sections');
      await choose(page, /^Compare with/, `Our bed ${name}`);
      await tap(page, 'Try it');
      await tap(page, 'Apply');
      await expect(page.getByRole('heading', { name: `Our bed ${name}` })).toBeVisible();
      // Changed here, it is kept as the next version; the first job is told that it has the one before.
      await tap(page, 'Section');
      await fill(page, /^Wider at each joint/, '4 in');
      await page.keyboard.press('Tab');
      await tap(page, `Save as version 2 of Our bed ${name}`);
      await expect(page.getByText(`This plan has “Our bed ${name}”, version 2.`)).toBeVisible();
      await tap(page, 'Done');
      await saved(page);
      await page.goto(app.url);
      await page.getByRole('link', { name: new RegExp(`^First yard ${name}`) }).click();
      await go(page, 'Trench');
      await tap(page, 'Section');
      await expect(page.getByText(/version 1; the company is at version 2 now/)).toBeVisible();
      await tap(page, new RegExp(`^Our bed ${name} version 2`));
      await expect(page.getByText(`This plan has “Our bed ${name}”, version 2.`)).toBeVisible();
      await expect(page.getByRole('textbox', { name: /^Wider at each joint/ })).toHaveValue(/^4/);
      await tap(page, `Remove Our bed ${name}`);
      await tap(page, `Remove Our bed ${name} for good`);
      await expect(page.getByText(/is gone from the company list/)).toBeVisible();
    });

    test('a leader refuses stone, with the reason, before anything is ordered', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, /Leader 1/);
      await tap(page, 'Compare sections');
      const sheet = page.getByRole('dialog');
      await choose(page, /^Compare with/, /^Stone bed and surround/);
      await expect(
        sheet.getByText(/^Refused here: stone would carry a leak unseen to the lowest lateral/),
      ).toBeVisible();
      await expect(sheet.getByRole('button', { name: 'Try it' })).toHaveCount(0);
      await expect(sheet.getByRole('list', { name: /^Problems with Stone bed/ })).toBeVisible();
    });

    test('a tank in a wet hole is weighed against the water', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await tap(page, 'Will it float?');
      await page.getByRole('radio', { name: 'A tank or a box' }).click();
      await fill(page, /^Length, outside/, '8');
      await fill(page, /^Width, outside/, '5');
      await fill(page, /^Height, outside/, '6');
      await fill(page, /^Weight, empty/, '9000');
      const sheet = page.getByRole('dialog');
      await expect(
        sheet.getByText(/^It floats at 3.61 ft of water above its base. 71[67] gal of water in it holds it down/),
      ).toBeVisible();
      await fill(page, /^Water above its base/, '3.5');
      await expect(sheet.getByText(/^It stays: 264 lb to spare/)).toBeVisible();
      await fill(page, /^Weight, empty/, '-4');
      await expect(sheet.getByText('Must be more than zero.')).toBeVisible();
    });

    test('a sloped trench: its heap and the ground it takes are read, and are less in firmer soil', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, 'Barn storm line');
      await station(page, '0+60');
      await page.getByRole('radio', { name: 'Sloped' }).first().click();
      await page.getByRole('radio', { name: 'Dug open' }).click();
      const open = page.getByRole('img', { name: /^The open trench to scale/ });
      const taken = async (): Promise<number> => {
        const label = (await open.getAttribute('aria-label')) ?? '';
        return parseFloat(/to scale: ([\d.]+) ft/.exec(label)?.[1] ?? '');
      };
      const loose = await taken();
      await expect(page.getByText(/^Dug open here it is .* of space\.$/)).toBeVisible();
      await tap(page, 'How it is cut');
      await page.getByRole('radio', { name: 'Type A, firm' }).click();
      await tap(page, 'Done');
      await expect.poll(taken).toBeLessThan(loose - 1);
      await page.getByRole('radio', { name: 'From above' }).click();
      await expect(page.getByRole('application', { name: /^Plan sketch/ })).toBeVisible();
      await tap(page, 'Undo');
      await page.getByRole('radio', { name: 'Dug open' }).click();
      await expect.poll(taken).toBeCloseTo(loose, 2);
    });

    test('sides that the ground would never meet are refused at once, and what stood before holds', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await tap(page, 'How it is cut');
      const sheet = page.getByRole('dialog');
      await sheet.getByRole('radio', { name: 'Sloped', exact: true }).click();
      await fill(page, /^Both sides: out for one up/, '4');
      await fill(page, /^Ground rises to the right/, '40%');
      await page.keyboard.press('Tab');
      await expect(sheet.getByText(/too flat for ground this steep/)).toBeVisible();
      await fill(page, /^Both sides: out for one up/, '0');
      await page.keyboard.press('Tab');
      await expect(sheet.getByText(/must be more than zero/i)).toBeVisible();
    });

    test('a second pipe is put into a trench, which is dug once for both; taken out, it is as it was', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, /Lateral 1/);
      await tap(page, 'Shared trench');
      const sheet = page.getByRole('dialog').first();
      await choose(page, /^Another pipe in it/, /^Lateral 2/);
      await expect(sheet.getByText(/it is dug once: [\d.]+ cu yd less digging/)).toBeVisible();
      await sheet.getByRole('button', { name: /^Put it into the trench/ }).click();
      await expect(sheet.getByRole('group', { name: /Lateral 2/ })).toBeVisible();
      await tap(page, 'Done');
      await station(page, '0+30');
      await expect(page.getByRole('img', { name: /^Trench section to scale.*; 2 pipes;/ })).toBeVisible();
      await tap(page, 'Shared trench');
      await fill(page, /^Room between it and/, '1 in');
      await tap(page, 'Done');
      await expect(page.getByText(/is too close beside/).first()).toBeVisible();
      await tap(page, 'Shared trench');
      await sheet.getByRole('button', { name: /^Give/ }).click();
      await expect(sheet.getByText(/^Only its own pipe/)).toBeVisible();
    });

    test('a tank stands by its ports in its hole; what is said of people in it is how it is cut', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, /House sewer/);
      await page
        .getByRole('list', { name: 'Holes of structures' })
        .getByRole('button', { name: /^Septic tank/ })
        .click();
      await tap(page, 'Set a hole for a tank');
      const sheet = page.getByRole('dialog');
      // 5.5 ft tall, a floor of 4 in, its outlet 15 in under its top.
      await expect(
        sheet.getByText(/^The top of the structure is at 99.38 ft, .* holds 3.92 ft of liquid\.$/),
      ).toBeVisible();
      const unprotected = sheet.getByText(/ft deep and has no worker protection yet/);
      await expect(unprotected).toBeVisible();
      const upright = sheet.getByText(/6.42 ft deep: 17.5 cu yd dug/);
      await expect(upright).toBeVisible();
      await sheet.getByRole('radio', { name: 'Sloped', exact: true }).first().click();
      await expect(sheet.getByRole('radio', { name: 'As protected: sloped 1.5 out for one up' })).toBeChecked();
      await expect(unprotected).toHaveCount(0);
      await expect(upright).toHaveCount(0);
      await sheet.getByRole('radio', { name: 'Shielded', exact: true }).click();
      await expect(sheet.getByText(/^The shield in the hole at Septic tank, .* has no size yet/)).toBeVisible();
      await fill(page, /^Inlet, from the top/, '20 in');
      await page.keyboard.press('Tab');
      await expect(sheet.getByText(/below the outlet: it is the wrong way around/i)).toBeVisible();
      await accessible(page, 'the hole of a tank');
    });

    test('a manhole gets its hole, whose trenches are not dug twice; a frame too close to its shaft is told', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, 'Barn storm line');
      await page
        .getByRole('list', { name: 'Holes of structures' })
        .getByRole('button', { name: /^Field manhole/ })
        .click();
      const sheet = page.getByRole('dialog').first();
      await sheet.getByRole('button', { name: /^Set a hole for a manhole/ }).click();
      await expect(sheet.getByRole('img', { name: /^The hole to scale/ })).toBeVisible();
      await sheet.getByRole('button', { name: 'Frame on its own concrete' }).click();
      await fill(page, /^Clear of the shaft/, '10 mm');
      await fill(page, /^Risers, outside/, '9 ft');
      await page.keyboard.press('Tab');
      await expect(sheet.getByText(/wider than what it sits on/i)).toBeVisible();
      const against = sheet.getByRole('list', { name: 'Problems with this hole' });
      await expect(against.getByText(/The frame at Field manhole is too close to its shaft/)).toBeVisible();
      await fill(page, /^Clear of the shaft/, '1 in');
      await page.keyboard.press('Tab');
      await expect(against.getByText(/too close to its shaft/)).toHaveCount(0);
      await fill(page, /^Risers, outside/, '30 in');
      await tap(page, 'Done');
      await expect(page.getByRole('button', { name: /^Field manhole.* deep, .* dug/ })).toBeVisible();
    });

    test('the section changes in the middle of a run, and no level moves', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, 'Barn storm line');
      await station(page, '0+30');
      const depth = page.getByRole('button', { name: /^Trench depth/ });
      const before = await depth.textContent();
      await tap(page, 'Section change from here');
      await choose(page, /^New section/, /^Stabilized sand to the springline/);
      await page.getByRole('dialog').getByRole('button', { name: 'Change section' }).click();
      await station(page, '0+29');
      await expect(page.getByRole('heading', { name: 'Stone bed and surround' })).toBeVisible();
      await station(page, '0+31');
      await expect(page.getByRole('heading', { name: 'Stabilized sand to the springline' })).toBeVisible();
      await station(page, '0+30');
      expect(await depth.textContent()).toBe(before);
    });

    test('the lifts at a station, and what must be seen before each', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, 'Barn storm line');
      await station(page, '0+60');
      await tap(page, 'How to fill it');
      const lifts = page.getByRole('list', { name: 'Lifts from the bottom up' }).getByRole('listitem');
      await expect(lifts.first()).toContainText('Stop and check the trench bottom');
      await expect(lifts.filter({ hasText: 'Haunch' }).first()).toContainText('below the crown');
    });
  });
