import { BenchUser, valueOf } from '../bench';
import { expect, test } from '../test';

/** The middle of a handle of the selected shape. */
async function handle(user: BenchUser, label: string): Promise<readonly [number, number]> {
  const box = await user.sheet.getByRole('img', { name: label, exact: true }).boundingBox();
  if (!box) throw new Error(`${label} is not shown`);
  return [box.x + box.width / 2, box.y + box.height / 2];
}

async function drag(user: BenchUser, label: string, by: readonly [number, number]): Promise<void> {
  const [x, y] = await handle(user, label);
  const { mouse } = user.page;
  await mouse.move(x, y);
  await mouse.down();
  await mouse.move(x + by[0] / 2, y + by[1] / 2);
  await mouse.move(x + by[0], y + by[1]);
  await mouse.up();
}

test('a circle stays a circle: typed, dragged, given otherwise, mirrored; freed it says so, and undo brings it back', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Circle');
  await user.typePlace('0, 0');
  await user.typePlace('20');
  await page.keyboard.press('Escape');
  await user.curve('Circle 1').click();
  await expect(user.card).toContainText('Circle by centre and radius');
  await user.give('Diameter', '50');
  await expect.poll(() => valueOf(user.card.getByLabel('Radius', { exact: true }))).toBe('25.000');
  await user.lastStepIs('Set the diameter of Circle 1 to 50');
  await expect(user.card).toContainText('157.08 mm');
  await drag(user, 'Rim', [30, 0]);
  await user.lastStepIs('Move the rim of Circle 1');
  await drag(user, 'Centre', [-40, 20]);
  await user.lastStepIs('Move the centre of Circle 1');
  await expect(user.card).toContainText('Circle by centre and radius');
  const before = await valueOf(user.card.getByLabel('Radius', { exact: true }));

  await user.card.getByRole('button', { name: 'three places' }).click();
  await expect(user.card).toContainText('Circle through three places');
  expect(await valueOf(user.card.getByLabel('Radius', { exact: true }))).toBe(before);
  await expect(user.sheet.getByRole('img', { name: 'Third place', exact: true })).toBeVisible();

  // What cannot be is said, and nothing changes.
  await user.give('Radius', '0');
  await expect(page.getByText('The radius must be more than 0')).toBeVisible();
  await page.keyboard.press('Escape');

  // The first free edit makes a free curve of it.
  await user.focusSheet();
  await page.keyboard.press('d');
  await expect(page.getByText('Circle 1 is a free curve from now on: undo makes it a circle again')).toBeVisible();
  await expect(user.card).toContainText('By control points');
  await page.keyboard.press('Control+z');
  await expect(user.card).toContainText('Circle through three places');
  await user.isKept();
  await page.reload();
  await user.curve('Circle 1').click();
  await expect(user.card).toContainText('Circle through three places');
});

test('a shape that would kink when it is freed is offered smooth, with its price in mm and in curvature', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openSampler();
  await user.curve('Ellipse').click();
  await user.card.getByRole('button', { name: 'Smooth and free' }).click();
  await expect(user.card).toContainText(/would move by up to .* mm/);
  await expect(user.card).toContainText(/Curvature changes by up to/);
  await page.keyboard.press('Enter');
  await expect(user.card).toContainText('By control points, closed');
  await user.lastStepIs('Re-lay Ellipse');
  // Straight sides have corners of their own: there is nothing to smooth.
  await user.curve('Rectangle').click();
  await expect(user.card.getByRole('button', { name: 'Make it free' })).toBeVisible();
  await expect(user.card.getByRole('button', { name: 'Smooth and free' })).toHaveCount(0);
  await user.give('Width', '30');
  await user.lastStepIs('Set the width of Rectangle to 30');
  await user.curve('Conic').click();
  await user.give('Fullness', '0.5');
  await expect(user.card).toContainText('part of a parabola');
  await user.curve('Polygon').click();
  await user.give('Sides', '8');
  await expect(user.card).toContainText('Polygon of 8 sides');
});

test('a note is written on the card, kept, and taken away; one that is too long stays to be shortened', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Knob').click();
  const note = user.card.getByLabel('Note on Knob');
  await note.fill('Turned from walnut.\nIts lump is meant so.');
  // Another curve is selected while the field still has its text.
  await user.curve('Lip').click();
  await user.lastStepIs('Write a note on Knob');
  await user.isKept();
  await page.reload();
  await user.curve('Knob').click();
  await expect(note).toHaveValue('Turned from walnut.\nIts lump is meant so.');
  await note.fill('x'.repeat(503));
  await expect(user.card).toContainText('A note may have 500 characters; these are 3 more. It is not kept yet.');
  await note.press('Escape');
  await expect(note).toHaveValue('Turned from walnut.\nIts lump is meant so.');
  await note.fill('');
  await user.focusSheet();
  await user.lastStepIs('Remove the note on Knob');
});

test('a curve that is its own mirror takes held spacing, and both halves still go along', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Lid').click();
  await user.card.getByRole('button', { name: 'held', exact: true }).click();
  await user.lastStepIs('Hold the spacing of Lid');
  await expect(user.card).toContainText('Through points, open, its own mirror');
  await user.card.getByRole('button', { name: 'Control points' }).click();
  const table = user.card.locator('pb-points-table');
  const field = (point: number) => table.getByRole('textbox', { name: `Control point ${point} y`, exact: true });
  const [second, last] = [field(2), field(6)];
  const before = await valueOf(last);
  await second.fill('124');
  await second.press('Enter');
  await expect.poll(() => valueOf(last)).toBe('124.000');
  await user.focusSheet();
  await page.keyboard.press('Control+z');
  await expect.poll(() => valueOf(last)).toBe(before);
});
