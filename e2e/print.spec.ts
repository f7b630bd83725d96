import { expect, test } from './app';
import { openDemo } from './tour';

/** What comes out of the printer: all of it, in black and white, and nothing of the screen. */

test('sketch, long sections and grade tables are printed in black and white, a line to a page', async ({
  page,
  app,
  context,
}) => {
  await openDemo(page, app);
  await page.keyboard.press('Control+p');
  await expect(page.getByRole('dialog', { name: 'Print' })).toBeVisible();
  await page.getByRole('radio', { name: 'All 13' }).click();
  // On the screen there is nothing of it.
  await expect(page.locator('.paper')).toBeHidden();
  await page.emulateMedia({ media: 'print' });
  const paper = page.locator('.paper');
  await expect(paper).toBeVisible();
  await expect(page.locator('#root')).toBeHidden();
  await expect(paper.locator('.leaf')).toHaveCount(15);
  await expect(paper).toContainText('Tansy Hill · Barn storm line');
  await expect(paper).toContainText('Have utilities located before digging');
  // A grade table for each line, its structures, utilities, findings and rod readings, and a table for each kind of supplier.
  await expect(paper.getByText('Grade table, up from the outlet')).toHaveCount(13);
  await expect(paper.getByText('Structures', { exact: true })).toHaveCount(13);
  await expect(paper.getByText(/^Rod readings from Setup 3, instrument at 103\.73 ft/)).toHaveCount(13);
  await expect(paper.getByText('Utilities: dig by hand')).toHaveCount(3);
  await expect(paper.locator('tr', { hasText: 'Gas to the house' }).first()).toContainText('1+68');
  await expect(paper.locator('tr', { hasText: /^Fix/ }).first()).toContainText('Cover over Barn door');
  await expect(paper).toContainText('Tansy Hill · Order list');
  // The station at the head of the storm line: 320 ft up, ground 99.10, invert 96.60.
  await expect(paper.locator('tr', { hasText: '3+20' }).first()).toContainText(/99\.10.*96\.60/);

  // Nothing is wider than the paper, Letter or A4, between its margins.
  const wide = await paper.evaluate((all) =>
    [...all.querySelectorAll('svg, table, .leaf')]
      .map((element) => Math.round(element.getBoundingClientRect().right))
      .filter((right) => right > 702),
  );
  expect(wide).toEqual([]);

  // Every pixel of the first pages is a grey.
  const shot = await page.screenshot({ fullPage: true, clip: { x: 0, y: 0, width: 720, height: 2400 } });
  const look = await context.newPage();
  const coloured = await look.evaluate(async (png) => {
    const image = await createImageBitmap(await (await fetch(`data:image/png;base64,${png}`)).blob());
    const canvas = new OffscreenCanvas(image.width, image.height);
    const pen = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D;
    pen.drawImage(image, 0, 0);
    const { data } = pen.getImageData(0, 0, image.width, image.height);
    let [coloured, black] = [0, 0];
    for (let at = 0; at < data.length; at += 4) {
      const [red = 0, green = 0, blue = 0] = data.subarray(at, at + 3);
      if (Math.max(red, green, blue) - Math.min(red, green, blue) > 10) coloured += 1;
      if (red < 40) black += 1;
    }
    return { coloured, drawn: black > 10_000 };
  }, shot.toString('base64'));
  expect(coloured).toEqual({ coloured: 0, drawn: true });
  await look.close();

  for (const format of ['Letter', 'A4'] as const) {
    const pdf = (await page.pdf({ format, preferCSSPageSize: false })).toString('latin1');
    expect((pdf.match(/\/Type\s*\/Page\b/g) ?? []).length, format).toBeGreaterThanOrEqual(14);
  }

  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('radio', { name: 'Grade table' }).click();
  await page.emulateMedia({ media: 'print' });
  await expect(paper.locator('svg')).toHaveCount(0);
  await expect(paper.locator('table')).toHaveCount(13);
  await page.emulateMedia({ media: 'screen' });
  await page.keyboard.press('Escape');
  await expect(paper.locator('.leaf')).toHaveCount(0);
});

test('the button prints', async ({ page, app }) => {
  await page.addInitScript(() => {
    window.print = () => void (document.title = 'printed');
  });
  await openDemo(page, app);
  await page.keyboard.press('Control+p');
  await page.getByRole('dialog').getByRole('button', { name: 'Print or save as PDF', exact: true }).click();
  await expect(page).toHaveTitle('printed');
});
