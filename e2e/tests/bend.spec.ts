import { BenchUser, valueOf } from '../bench';
import { expect, test } from '../test';

test('drags a point; card and strip follow; undo, redo and reload bring it all back', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Grip, outer').click();
  await expect(user.sheet.locator('circle.fit')).toHaveCount(6);
  await expect(user.sheet.locator('rect.control')).toHaveCount(8);
  const x = user.coordinate(3, 'x');
  const before = await valueOf(x);
  await user.drag(user.fitPoint(3), -30, -20);
  await expect(x).not.toHaveValue(before);
  const after = await valueOf(x);
  await user.isKept();

  await page.keyboard.press('Control+z');
  await expect(x).toHaveValue(before);
  await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled();
  await page.getByRole('button', { name: 'Redo' }).hover();
  await expect(page.getByText('Redo: Move point 3 of Grip, outer')).toBeVisible();
  await page.keyboard.press('Control+Shift+Z');
  await expect(x).toHaveValue(after);
  await user.isKept();

  await page.reload();
  await user.curve('Grip, outer').click();
  await expect(x).toHaveValue(after);
});

test('a click does not nudge, Escape puts a dragged point back', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Knob').click();
  const y = user.coordinate(4, 'y');
  const before = await valueOf(y);
  await user.drag(user.fitPoint(4), 1, 1);
  await expect(y).toHaveValue(before);
  const box = await user.fitPoint(4).boundingBox();
  if (!box) throw new Error('point 4 is not shown');
  await page.mouse.move(box.x + 6, box.y + 6);
  await page.mouse.down();
  await page.mouse.move(box.x + 6, box.y - 60, { steps: 4 });
  await expect(y).not.toHaveValue(before);
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(y).toHaveValue(before);
});

test('types exact coordinates; what is no number, or a point on its neighbour, is refused in words', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Grip, outer').click();
  const y = user.coordinate(3, 'y');
  await y.fill('134,5');
  await y.press('Enter');
  await expect(y).toHaveValue('134.500');
  await y.fill('high');
  await y.press('Enter');
  await expect(user.card.getByRole('alert')).toHaveText("Point 3, y: 'high' is not a number.");
  // The text stays to be mended; Escape puts the old number back.
  await expect(y).toHaveValue('high');
  await y.press('Escape');
  await expect(y).toHaveValue('134.500');
  await expect(user.card.getByRole('alert')).toHaveCount(0);
  await user.coordinate(3, 'x').fill('-128.5');
  await user.coordinate(3, 'x').press('Enter');
  await expect(user.coordinate(3, 'x')).toHaveValue('-128.500');
  await y.fill('87');
  await y.press('Enter');
  await expect(user.prompt).toContainText('Points 3 and 4 lie in one place');
  await expect(y).toHaveValue('134.500');
  await user.isKept();
});

test('adds a point on the curve and takes it out again', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([
    [200, 300],
    [500, 300],
  ]);
  await page.keyboard.press('Enter');
  await user.card.getByRole('button', { name: 'Add a point' }).click();
  await user.hover(350, 303);
  await expect(user.prompt).toContainText('Click to add a point here');
  await user.click(350, 303);
  await expect(user.card).toContainText('3 fit, 5 control');
  await expect(user.card.locator('tr.selected')).toHaveCount(1);
  await page.keyboard.press('Delete');
  await expect(user.card).toContainText('Remove point 2 of Curve 1');
  await page.keyboard.press('Enter');
  await expect(user.card).toContainText('2 fit, 2 control');
  await user.doubleClick(300, 300);
  await expect(user.card).toContainText('3 fit, 5 control');
});

test('reads curvature with one cursor on sheet and strip', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout, underside').click();
  await expect(user.card).toContainText('Inflections');
  const strip = page.getByRole('img', { name: /Signed curvature over arc length, 1 inflection/ });
  const box = await strip.boundingBox();
  if (!box) throw new Error('the strip is not shown');
  await page.mouse.move(box.x + box.width / 2, box.y + 30);
  await expect(page.getByTestId('reading')).toContainText(/\d+\.\d mm κ .*R .* mm/);
  await expect(user.sheet.locator('circle.cursor')).toBeVisible();
  const point = await user.fitPoint(5).boundingBox();
  if (!point) throw new Error('point 5 is not shown');
  await page.mouse.move(point.x + 12, point.y + 6);
  await expect(page.getByTestId('reading')).toContainText('R');
});

test('renames, colours, hides and deletes in the outline, each step undone by its name', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Base').focus();
  await page.keyboard.press('F2');
  await page.getByRole('textbox', { name: 'Name' }).fill('Foot');
  await page.keyboard.press('Enter');
  await expect(user.curve('Foot')).toBeVisible();
  await user.curve('Foot').hover();
  await page.getByRole('button', { name: 'Hide Foot' }).click();
  await expect(page.getByRole('button', { name: 'Show Foot' })).toBeVisible();
  await page.getByRole('button', { name: 'Colour of Foot' }).click();
  await page.getByRole('button', { name: 'Rose' }).click();
  await user.curve('Foot').hover();
  await page.getByRole('button', { name: 'Delete Foot' }).click();
  await expect(user.curve('Foot')).toHaveCount(0);
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(user.curve('Base')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('wheel zooms about the pointer, space and drag pan, a key shows all', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Knob').click();
  const place = async () => {
    const box = await user.fitPoint(4).boundingBox();
    if (!box) throw new Error('point 4 is not shown');
    return [box.x + box.width / 2, box.y + box.height / 2] as const;
  };
  // The view is kept with the project: start from all in view.
  await page.keyboard.press('a');
  await page.waitForTimeout(300);
  const [x, y] = await place();
  await page.mouse.move(x, y);
  const other = await user.fitPoint(7).boundingBox();
  await page.mouse.wheel(0, -400);
  await expect.poll(async () => (await user.fitPoint(7).boundingBox())?.x).toBeGreaterThan((other?.x ?? 0) + 5);
  const zoomed = await place();
  // Wheel events carry whole pixels; zooming about the middle of the sheet would move the point by dozens.
  expect(Math.hypot(zoomed[0] - x, zoomed[1] - y)).toBeLessThan(1.2);
  await page.keyboard.down(' ');
  await page.mouse.down();
  await page.mouse.move(x + 40, y + 50, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up(' ');
  const panned = await place();
  expect(Math.hypot(panned[0] - zoomed[0] - 40, panned[1] - zoomed[1] - 50)).toBeLessThan(0.6);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await page.keyboard.press('a');
  await expect.poll(async () => Math.hypot((await place())[0] - x, (await place())[1] - y)).toBeLessThan(1);
});
