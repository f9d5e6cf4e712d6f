import { readFile } from 'node:fs/promises';
import { isAccessible } from '../accessible';
import { BenchUser } from '../bench';
import { type Download, expect, type Locator, type Page, test } from '../test';

const handOverPanel = (page: Page) => page.getByRole('region', { name: 'Hand over' });
const bringInPanel = (page: Page) => page.getByRole('region', { name: 'Bring in' });
const saveButton = (panel: Locator) => panel.getByRole('button', { name: /^Save/ });

async function openHandOver(page: Page): Promise<Locator> {
  await page.getByRole('button', { name: 'Hand over' }).click();
  const panel = handOverPanel(page);
  await expect(saveButton(panel)).toBeEnabled();
  return panel;
}

const bringIn = (page: Page, name: string, content: string | Buffer) =>
  page.getByLabel('File to bring in').setInputFiles({ name, mimeType: '', buffer: Buffer.from(content) });

/** Takes in what is looked at; the panel is gone then. */
async function takeIn(page: Page): Promise<void> {
  await bringInPanel(page)
    .getByRole('button', { name: /^Take in/ })
    .click();
  await expect(bringInPanel(page)).toHaveCount(0);
}

const controlPoint = (user: BenchUser, number: number, axis: 'x' | 'y'): Locator =>
  user.card.getByRole('textbox', { name: `Control point ${number} ${axis}`, exact: true });

const rows = (page: Page) => page.locator('pb-outline [role=treeitem]');

/** An inch-based file of another program: a spline, a circle, and a face that nothing is made of. */
const INCHES = `ISO-10303-21;
HEADER;
FILE_DESCRIPTION((''),'2;1');
FILE_SCHEMA(('AP203'));
ENDSEC;
DATA;
#1=(CONVERSION_BASED_UNIT('INCH',#2)LENGTH_UNIT()NAMED_UNIT(#4));
#2=LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),#3);
#3=(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.));
#4=DIMENSIONAL_EXPONENTS(1.,0.,0.,0.,0.,0.,0.);
#7=(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNIT_ASSIGNED_CONTEXT((#1))REPRESENTATION_CONTEXT('',''));
#10=CARTESIAN_POINT('',(1.,2.,0.));
#11=CARTESIAN_POINT('',(2.,4.,0.));
#12=CARTESIAN_POINT('',(4.,4.,0.));
#13=CARTESIAN_POINT('',(5.,2.,0.));
#20=B_SPLINE_CURVE_WITH_KNOTS('Grip',3,(#10,#11,#12,#13),.UNSPECIFIED.,.F.,.U.,(4,4),(0.,1.),.UNSPECIFIED.);
#21=B_SPLINE_CURVE_WITH_KNOTS('Torn',3,(#10,#11,#99,#13),.UNSPECIFIED.,.F.,.U.,(4,4),(0.,1.),.UNSPECIFIED.);
#32=GEOMETRIC_CURVE_SET('',(#20,#21));
#33=GEOMETRICALLY_BOUNDED_WIREFRAME_SHAPE_REPRESENTATION('',(#32),#7);
ENDSEC;
END-ISO-10303-21;
`;

/** Very many curves: what takes a while to read. */
const manyCurves = (count: number): string =>
  `<svg xmlns="http://www.w3.org/2000/svg">${Array.from(
    { length: count },
    (_, i) => `<path d="M${i % 100} ${i / 100}c1 2 3 4 5 0s3 2 4 1"/>`,
  ).join('')}</svg>`;

test('the kettle goes out in every format, with what each loses said first, and comes back', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const panel = await openHandOver(page);
  await expect(panel.getByRole('row').filter({ hasText: 'by their own numbers' })).toContainText('22 curves');
  await expect(panel.getByRole('row').filter({ hasText: '3 guides' })).toContainText('left out');
  for (const format of ['IGES', 'SVG', 'PDF sheet', 'Machine path', 'Table', 'JSON']) {
    await panel.getByText(format, { exact: true }).click();
  }
  await expect(saveButton(panel)).toHaveText('Save 7 files');
  await expect(saveButton(panel)).toBeEnabled();
  await isAccessible(page);
  const downloads: Download[] = [];
  page.on('download', (download) => downloads.push(download));
  await saveButton(panel).click();
  await expect.poll(() => downloads.length).toBe(7);
  await expect(user.prompt).toContainText('handed to the browser');
  const files = new Map<string, Buffer>();
  for (const each of downloads) files.set(each.suggestedFilename(), await readFile((await each.path()) ?? ''));
  expect([...files.keys()].sort()).toEqual(
    ['.csv', '.curves.json', '.igs', '.nc', '.pdf', '.step', '.svg'].map((end) => `Gooseneck kettle${end}`),
  );

  // They stay chosen with the project.
  await page.reload();
  await expect(user.curve('Lid')).toBeVisible();
  await page.getByRole('button', { name: 'Hand over' }).click();
  await expect(saveButton(handOverPanel(page))).toHaveText('Save 7 files');

  await user.newSheet();
  for (const [end, least] of [
    ['.step', 22],
    ['.igs', 22],
    ['.svg', 22],
    ['.nc', 19],
    ['.curves.json', 22],
  ] as const) {
    await bringIn(page, `Kettle${end}`, files.get(`Gooseneck kettle${end}`) ?? '');
    const button = bringInPanel(page).getByRole('button', { name: /^Take in/ });
    await expect(button).toBeEnabled();
    expect(Number((await button.textContent())?.replace(/\D/g, ''))).toBeGreaterThanOrEqual(least);
    await takeIn(page);
    await expect(user.prompt).toContainText(`taken in from Kettle${end}`);
    await expect(rows(page).first()).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  }
  await bringIn(page, 'Kettle.pdf', files.get('Gooseneck kettle.pdf') ?? '');
  await expect(user.prompt).toContainText('Kettle.pdf cannot be brought in: it is a PDF document');
});

test('arcs and lines for those who cannot read curves are counted and shown before they go', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([
    [100, 300],
    [220, 160],
    [360, 200],
    [480, 120],
  ]);
  await page.keyboard.press('Enter');
  const panel = await openHandOver(page);
  await panel.getByText('arcs and lines', { exact: true }).click();
  const row = panel.getByRole('row').filter({ hasText: 'smallest radius' });
  await expect(row).toContainText(/Curve 1\s*\d+ arcs.*curvature jumps at \d+ places/);
  const arcs = async () => Number(/(\d+) arcs/.exec((await row.textContent()) ?? '')?.[1]);
  const fine = await arcs();
  await expect(user.sheet.locator('circle.jump')).toHaveCount(fine - 1);
  const tolerance = panel.getByRole('textbox', { name: 'Tolerance of what is not exact' });
  await tolerance.fill('1');
  await tolerance.press('Enter');
  await expect.poll(arcs).toBeLessThan(fine);
  // Nothing of it is drawn.
  await panel.getByRole('button', { name: 'Close' }).click();
  await expect(user.sheet.locator('circle.jump')).toHaveCount(0);
  await expect(rows(page).filter({ hasText: 'Curve' })).toHaveCount(1);
});

test('a foreign file in inches with a torn curve: what is left out is told by line, the rest lies where it should', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await bringIn(page, 'grip.txt', INCHES);
  const panel = bringInPanel(page);
  await expect(panel).toContainText('grip.txt: STEP, 1 curve');
  await expect(panel).toContainText('Unit in');
  await expect(panel.getByRole('row').filter({ hasText: '#99' })).toContainText('line 17');
  await isAccessible(page);
  await takeIn(page);
  await user.curve('Grip').click();
  await user.section('Points');
  await expect(controlPoint(user, 1, 'x')).toHaveValue('25.400');
  await expect(controlPoint(user, 1, 'y')).toHaveValue('50.800');
  await page.keyboard.press('Control+z');
  await expect(user.curve('Grip')).toHaveCount(0);

  // Set down by its middle where the sheet is clicked, twice as large.
  await bringIn(page, 'grip.txt', INCHES);
  await panel.getByText('set down', { exact: true }).click();
  const scale = panel.getByRole('textbox', { name: 'Scale of what comes in' });
  await scale.fill('2');
  await scale.press('Enter');
  const x = panel.getByRole('textbox', { name: 'Middle in x' });
  const before = await x.inputValue();
  await user.click(300, 120);
  await expect.poll(() => x.inputValue()).not.toBe(before);
  await x.fill('500');
  await x.press('Enter');
  await takeIn(page);
  await user.curve('Grip').click();
  // From 25.4 to 127 mm in the file: its middle is half of that, 50.8 mm times 2, from its end.
  await expect(controlPoint(user, 1, 'x')).toHaveValue('398.400');
});

test('broken files are told, and the drawing stays', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([
    [100, 200],
    [220, 160],
    [360, 200],
  ]);
  await page.keyboard.press('Enter');
  await bringIn(page, 'cut.step', INCHES.slice(0, 300));
  await expect(user.prompt).toContainText('cut.step cannot be brought in: ');
  await bringIn(page, 'page.html', '<html><body>Kettle</body></html>');
  await expect(user.prompt).toContainText('its first element is html');
  await expect(user.curve('Curve 1')).toBeVisible();
  await expect(bringInPanel(page)).toHaveCount(0);
});

test('a large file is left in the middle of being read, and many curves are asked about', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await bringIn(page, 'hatch.svg', manyCurves(19_000));
  const panel = bringInPanel(page);
  await panel.getByRole('button', { name: 'stop' }).click();
  await expect(panel).toHaveCount(0);
  await bringIn(page, 'hatch.svg', manyCurves(2_100));
  const take = panel.getByRole('button', { name: /^Take in 2,100/ });
  await take.click();
  await expect(panel).toContainText('More than 2,000 make the sheet slow.');
  await panel.getByRole('button', { name: 'not now' }).click();
  await expect(take).toHaveText('Take in 2,100');
  await panel.getByRole('button', { name: 'Close' }).click();
  await expect(panel).toHaveCount(0);
  await expect(rows(page).filter({ hasText: 'Curve' })).toHaveCount(0);
});

test('SVG text that is pasted is looked at, in the unit that is said, and lands on the layers that are wanted', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const user = new BenchUser(page);
  await user.newSheet();
  const svg = `<svg xmlns="http://www.w3.org/2000/svg"><g id="Body"><path id="Seam" d="M0 0C10 20 30 20 40 0"/></g><path id="Spare" d="M0 9H9"/></svg>`;
  await page.evaluate((text) => navigator.clipboard.writeText(text), svg);
  await user.focusSheet();
  await page.keyboard.press('Control+v');
  const panel = bringInPanel(page);
  await expect(panel).toContainText('Pasted curves: SVG, 2 curves');
  await expect(panel).toContainText('assumed');
  await panel.getByRole('button', { name: 'mm', exact: true }).click();
  await expect(panel.getByRole('button', { name: 'mm', pressed: true })).toBeVisible();
  await takeIn(page);
  await user.curve('Seam').click();
  await user.section('Points');
  await expect(controlPoint(user, 4, 'x')).toHaveValue('40.000');

  // And out again, for other programs.
  await user.focusSheet();
  await page.keyboard.press('}');
  await expect(user.prompt).toContainText('copied as SVG');
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied).toMatch(/^<svg|^<\?xml/);
  expect(copied).toContain('Seam');
  expect(copied).not.toContain('Spare');
});

/** Two curves whose ends lie 0.003 mm apart; one of them has 60 control points where a few would do. */
const HEAVY = JSON.stringify({
  format: 'pencil-bend-curves',
  version: 1,
  units: 'mm',
  curves: [
    { name: 'Neck', degree: 3, closing: 'open', knots: [0, 0, 0, 0, 1, 1, 1, 1], points: [[0, 0, 0], [10, 20, 0], [30, 20, 0], [40, 0, 0]] },
    {
      name: 'Mouth',
      degree: 3,
      closing: 'open',
      knots: [0, 0, 0, ...Array.from({ length: 58 }, (_, i) => i), 57, 57, 57],
      points: Array.from({ length: 60 }, (_, i) => [40.003 + i, 8 * Math.sin(i / 9), 0]),
    },
  ],
}); // prettier-ignore

test('what came in is offered to be tidied up: a heavy curve with its price, ends that meet as joints', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await bringIn(page, 'spout.json', HEAVY);
  await expect(bringInPanel(page)).toContainText('Unit mm');
  await takeIn(page);
  const notice = page.locator('pb-tidy-up-notice');
  await expect(notice).toContainText('1 pair of ends meets within 0.003 mm: joints?');
  await expect(notice).toContainText(/1 curve is heavier than it need be: 60 control points become \d+ within 0.01 mm/);
  await isAccessible(page);
  await notice.getByRole('button', { name: 'Lighten …' }).click();
  await expect(user.card.getByText('proven within 0.01 mm')).toBeVisible();
  await user.card.getByRole('button', { name: 'Apply' }).click();
  await expect(notice).not.toContainText('heavier');
  await notice.getByRole('button', { name: 'Join', exact: true }).click();
  await expect(notice).toHaveCount(0);
  await expect(page.locator('pb-outline')).toContainText('Neck · Mouth');
  await page.keyboard.press('Control+z');
  await expect(notice).toContainText('1 pair of ends meets');
  await notice.getByRole('button', { name: 'leave it so' }).click();
  await expect(notice).toHaveCount(0);
});

test('arcs and lines take the place of a curve in the drawing, after their price', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Grip, outer').click();
  await user.section('Lighter');
  await user.number_('Tolerance to lighten within', '0.2');
  await user.card.getByRole('button', { name: 'arcs and lines' }).click();
  await expect(user.card.getByText('curvature jumps at')).toBeVisible();
  await expect(user.sheet.locator('circle.jump').first()).toBeVisible();
  await user.card.getByRole('button', { name: 'Apply' }).click();
  await expect(user.sheet.locator('circle.jump')).toHaveCount(0);
  await expect(user.card).toContainText('By control points');
  await page.keyboard.press('Control+z');
  await expect(user.card).toContainText('Through points');
});
