import { BenchUser, viewKept } from '../bench';
import { expect, test } from '../test';

test('units, tolerance and grid are set up, kept with the project, and every field reads them', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const { card } = user;
  await card.getByRole('button', { name: 'inch' }).click();
  const grid = card.getByRole('textbox', { name: 'Distance of the grid' });
  await expect(page.locator('pb-prompt-line')).toContainText('grid 0.5 in');
  await grid.fill('1/4');
  await grid.press('Enter');
  await expect(page.locator('pb-prompt-line')).toContainText('grid 0.25 in');
  const tolerance = card.getByRole('textbox', { name: 'Tolerance of the sheet' });
  await tolerance.fill('0.05 mm');
  await tolerance.press('Enter');
  await tolerance.fill('none');
  await tolerance.press('Enter');
  await expect(card.getByRole('alert')).toHaveText("'none' is not a number.");
  await user.isKept();
  await page.reload();
  await expect(page.locator('pb-prompt-line')).toContainText('grid 0.25 in');

  await user.curve('Lid').click();
  const y = user.coordinate(3, 'y');
  await y.fill('5 1/4');
  await y.press('Enter');
  await expect(y).toHaveValue('5.2500');
  await y.fill('133 mm');
  await y.press('Enter');
  await expect(y).toHaveValue('5.2362');
  await y.fill('(1 + 1) * 2.5 in + 5 mm');
  await y.press('Enter');
  await expect(y).toHaveValue('5.1969');
  // Arrows go by the grid.
  await user.fitPoint(3).click();
  await page.keyboard.press('ArrowUp');
  await expect(y).toHaveValue('5.4469');
});

test('the context menu and the shortcuts page are made of the same table', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Grip, outer').click();
  const box = await user.fitPoint(3).boundingBox();
  if (!box) throw new Error('point 3 is not shown');
  await page.mouse.click(box.x + 6, box.y + 6, { button: 'right' });
  const menu = page.locator('.p-contextmenu');
  await expect(menu).toContainText('Make it a kink');
  await menu.getByText('Curve', { exact: true }).hover();
  await expect(menu).toContainText('Lighten within the tolerance of the sheet');
  await menu.getByText('Make it a kink').click();
  await user.lastStepIs('Make point 3 of Grip, outer a kink');

  await page.keyboard.press('?');
  const page_ = page.getByRole('dialog', { name: 'Shortcuts' });
  await expect(page_).toContainText('Kink, or smooth again');
  await expect(page_).toContainText('Ctrl+Shift+Z');
  await page.keyboard.press('Escape');
  await expect(page_).toHaveCount(0);

  await user.curve('Grip, outer').click();
  await user.focusSheet();
  await page.keyboard.press('m');
  await expect(menu).toContainText('Raise the degree');
  await page.keyboard.press('Escape');
  await expect(menu).toHaveCount(0);
});

test('names stand on the sheet where they are asked for, as the project was left', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openSampler();
  const names = page.getByRole('application', { name: 'Sheet' }).getByText('Gauge circle', { exact: true });
  await expect(names).toBeVisible();
  const kept = viewKept(page, '"names":false');
  await user.card.getByRole('switch', { name: 'Names on the sheet (:)' }).click();
  await expect(names).toBeHidden();
  await kept;
  await page.reload();
  await expect(user.curve('Gauge circle')).toBeVisible();
  await expect(names).toBeHidden();
  await page.keyboard.press(':');
  await expect(names).toBeVisible();
});
