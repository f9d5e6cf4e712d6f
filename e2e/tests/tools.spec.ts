import { BenchUser, valueOf } from '../bench';
import { expect, test } from '../test';

/** A place in pixels of the sheet, or typed as text. */
type Given = readonly [number, number] | string;

/** Every tool that draws: what is given to it, what is in the list then, and what the card says of it. */
const DRAWING: readonly (readonly [tool: string, given: readonly Given[], name: string, says: string])[] = [
  ['Through points', ['0, 0', '20, 10', '40, 0', 'Enter'], 'Curve 1', '3 fit, 5 control'],
  ['By control points', ['0, 20', '10, 40', '30, 40', '40, 20', 'Enter'], 'Curve 2', '4 control'],
  ['Through and pulled by', ['0, 50', '10, 60', '30, 50', 'Enter'], 'Curve 4', ''],
  ['Line', ['-60, 0', '+30, 40'], 'Line 1', '50.00 mm'],
  ['Polyline', ['-60, -20', '+20, 0', ',', '+10, 10', 'Enter'], 'Polyline 1', '35.71 mm'],
  ['Rectangle', ['-60, -60', '+30, 20'], 'Rectangle 1', '100.00 mm'],
  ['Polygon', ['-20, -50', '10'], 'Polygon 1', '60.00 mm'],
  ['Circle', ['20, -50', '10'], 'Circle 1', '62.83 mm'],
  ['Arc', ['40, -60', '50, -50', '60, -60'], 'Arc 1', '31.42 mm'],
  ['Ellipse', ['90, -40', '+20, 0', '10'], 'Ellipse 1', '96.88 mm'],
  ['Conic', ['60, 0', '90, 0', '75, 20', '0.5'], 'Conic 1', 'part of a parabola'],
  ['Parabola', ['80, 30', '90, 50'], 'Parabola 1', 'Parabola by vertex and focal length'],
  ['Point', ['0, -20', 'Escape'], 'Point 1', ''],
  ['Row of points', ['0, -30', '40, -30'], 'Point 6', ''],
  ['Construction line', ['0, 0', '0, 10'], 'Line guide 1', 'Construction line'],
  ['Gauge circle', ['0, 0', '25'], 'Gauge circle 1', 'Gauge circle'],
];

async function use(user: BenchUser, given: readonly Given[]): Promise<void> {
  for (const each of given) {
    if (typeof each !== 'string') await user.click(...each);
    else if (/^(Enter|Escape|,)$/.test(each)) await user.page.keyboard.press(each);
    else await user.typePlace(each);
  }
}

test('every tool that draws is found by its name and draws what was typed', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  for (const [tool, given, name, says] of DRAWING) {
    await test.step(tool, async () => {
      await user.tool(tool);
      await use(user, given);
      await expect(user.curve(name)).toBeVisible();
      await user.curve(name).click();
      if (says) await expect(user.card).toContainText(says);
      await page.keyboard.press('Escape');
    });
  }
  await user.isKept();
});

test('drawn with the pointer: places are caught and named, Ctrl lets go, Shift keeps level', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Line');
  await user.click(200, 300);
  await user.click(400, 300);
  await user.tool('Circle');
  await user.hover(402, 303);
  await expect(user.caught).toHaveText('end of Line 1');
  await user.hover(301, 296);
  await expect(user.caught).toHaveText('middle of Line 1');
  await user.hover(250, 304);
  await expect(user.caught).toHaveText('on Line 1');
  await page.keyboard.down('Control');
  await user.hover(402, 302);
  await expect(user.caught).toHaveCount(0);
  await page.keyboard.up('Control');
  // What is switched off on the card is not caught.
  await user.card.getByRole('button', { name: 'end', exact: true }).click();
  await user.hover(398, 304);
  await expect(user.caught).toHaveText('on Line 1');
  await user.card.getByRole('button', { name: 'end', exact: true }).click();
  await user.click(398, 302);
  await user.hover(460, 360);
  await expect(user.sheet.locator('circle.fit')).toHaveCount(1);
  await user.click(460, 360);
  await expect(user.curve('Circle 1')).toBeVisible();
  await user.tool('Line');
  await user.click(200, 420);
  await page.keyboard.down('Shift');
  await user.hover(330, 431);
  await expect(user.caught).toHaveText('level');
  await user.click(330, 431);
  await page.keyboard.up('Shift');
  await user.curve('Line 2').click();
  const height = (end: number) =>
    valueOf(user.card.getByRole('textbox', { name: `Control point ${end} y`, exact: true }));
  expect(Number(await height(1))).toBeCloseTo(Number(await height(2)), 3);
});

test('a typed place that is none is said and can be mended; undo and redo go place by place', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Through points');
  await page.keyboard.type('5, x');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText("'x' is not a number");
  await page.getByRole('textbox', { name: 'Next place' }).fill('5, 6');
  await page.keyboard.press('Enter');
  await user.typePlace('20 at 90');
  await user.typePlace('+1 in, 0');
  await expect(user.sheet.locator('circle.fit')).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await expect(user.sheet.locator('circle.fit')).toHaveCount(2);
  await page.keyboard.press('Control+Shift+Z');
  await expect(user.sheet.locator('circle.fit')).toHaveCount(3);
  await page.keyboard.press('Enter');
  await expect(user.coordinate(3, 'x')).toHaveValue('30.400');
  await expect(user.coordinate(3, 'y')).toHaveValue('26.000');
});

test('Bézier: a click places an anchor, a drag pulls its handles, which can be dragged again', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Bézier');
  await user.press([200, 350], [200, 350]);
  await user.press([350, 200], [420, 200]);
  await expect(user.sheet.locator('circle.anchor')).toHaveCount(2);
  await user.press([420, 200], [440, 240]);
  await user.press([520, 350], [520, 350]);
  await page.keyboard.press('Enter');
  await expect(user.card).toContainText('7 control');
  await user.lastStepIs('Draw Curve 1');
});

test('freehand: a stroke becomes a curve, as tight as the slider says', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Freehand');
  const wave = Array.from({ length: 50 }, (_, i) => [160 + 9 * i, 300 + 70 * Math.sin(i / 8) + 2 * (i % 2)] as const);
  await user.stroke(wave);
  const points = async () => Number((await user.card.textContent())?.match(/(\d+) control/)?.[1]);
  await expect(user.card).toContainText('50 samples');
  await user.slide(/^Tightness/, 0.9);
  const few = await points();
  await user.slide(/^Tightness/, 0.2);
  await expect.poll(points).toBeGreaterThan(few);
  await page.keyboard.press('Escape');
  await expect(user.curve('Curve 1')).toBeVisible();
});

test('a curve through chosen points, in an order that can be changed', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Point');
  for (const place of [[200, 200], [300, 320], [420, 200]] as const) await user.click(place[0], place[1]); // prettier-ignore
  await user.tool('Through chosen points');
  for (const place of [[200, 200], [420, 200], [300, 320]] as const) await user.click(place[0], place[1]); // prettier-ignore
  await expect(user.sheet.locator('text.rank')).toHaveText(['1', '2', '3']);
  await user.card.getByRole('button', { name: 'Point 3 earlier' }).click();
  await user.click(550, 450);
  await expect(user.prompt).toContainText('There is no point at that place');
  await page.keyboard.press('Enter');
  await expect(user.card).toContainText('3 fit');
  await user.curve('Curve 1').click();
  expect(await user.number(2, 'y')).toBeLessThan(await user.number(3, 'y'));
});

test('a polyline becomes a curve through its corners, at its price, or pulled by them', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Polyline');
  await use(user, ['-40, 0', '-20, 30', '20, 30', '40, 0', 'Enter']);
  await user.section('Carry');
  await user.card.getByRole('button', { name: 'curve pulled by them' }).click();
  await expect(user.card).toContainText('would move');
  await page.keyboard.press('Enter');
  await user.lastStepIs('Let Polyline 1 be pulled by its 4 corners');
  await page.keyboard.press('Control+z');
  await user.card.getByRole('button', { name: 'curve through its corners' }).click();
  await page.keyboard.press('Enter');
  await expect(user.card).toContainText('4 fit');
});
