import { BenchUser } from '../bench';
import { expect, test } from '../test';

const PLACES = [
  [200, 300],
  [320, 180],
  [450, 260],
  [560, 160],
] as const;

test('draws through points, prompted all the way, and Enter ends', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([]);
  await expect(user.prompt).toContainText('Click to place the first point');
  await user.click(...PLACES[0]);
  await expect(user.prompt).toContainText('Click to place the second point');
  for (const [x, y] of PLACES.slice(1)) await user.click(x, y);
  await expect(user.prompt).toContainText('or the first one to close');
  await page.keyboard.press('Backspace');
  await expect(user.sheet.locator('circle.fit')).toHaveCount(3);
  await user.click(600, 330);
  await page.keyboard.press('Enter');
  await expect(user.curve('Curve 1')).toBeVisible();
  await expect(user.card).toContainText('Through points, open');
  await expect(user.card).toContainText('4 fit, 6 control');
  await user.isKept();
});

test('a double-click ends the curve and adds nothing', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw(PLACES.slice(0, 2));
  await user.doubleClick(480, 320);
  await expect(user.card).toContainText('3 fit, 5 control');
});

test('a click on the first point closes the curve', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([...PLACES.slice(0, 3), [430, 380]]);
  await user.hover(...PLACES[0]);
  await expect(user.prompt).toContainText('Click to close the curve');
  await user.click(...PLACES[0]);
  await expect(user.card).toContainText('Through points, closed');
  await expect(user.card).toContainText('4 fit, 4 control');
});

test('Escape ends and keeps what was placed, one point as a point', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw(PLACES.slice(0, 3));
  await page.keyboard.press('Escape');
  await expect(user.card).toContainText('3 fit, 5 control');
  await user.draw([[300, 420]]);
  await page.keyboard.press('Escape');
  await expect(user.curve('Point 1')).toBeVisible();
  await expect(user.card).toContainText('A point of its own');
  await user.isKept();
  await page.reload();
  await expect(user.curve('Curve 1')).toBeVisible();
  await expect(user.curve('Point 1')).toBeVisible();
});

test('taking up another tool, or leaving the bench, keeps the points placed so far', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw(PLACES.slice(0, 2));
  await page.keyboard.press('b');
  await expect(user.curve('Curve 1')).toBeVisible();
  await user.draw(PLACES.slice(1, 4));
  await page.getByRole('link', { name: 'Projects' }).click();
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible();
  await page.goBack();
  await expect(user.curve('Curve 2')).toBeVisible();
});

test('the place at the bottom right is that of the pointer, and goes with it', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  const place = page.getByTestId('pointer');
  await user.hover(300, 200);
  await expect(place).toHaveText(/^x -?\d.* y -?\d/);
  await user.card.hover();
  await expect(place).toHaveText('');
  // Also where a press on the sheet ends beside it.
  await user.hover(300, 200);
  await expect(place).toHaveText(/^x -?\d.* y -?\d/);
  await page.mouse.down();
  const box = await user.card.boundingBox();
  await page.mouse.move((box?.x ?? 0) + 60, (box?.y ?? 0) + 300, { steps: 3 });
  await page.mouse.up();
  await page.mouse.move((box?.x ?? 0) + 80, (box?.y ?? 0) + 320);
  await expect(place).toHaveText('');
});
