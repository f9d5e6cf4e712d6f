import { BenchUser } from '../bench';
import { expect, test } from '../test';

test('a lossy step shows its price with a ghost, and waits for Apply or Leave', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout centre line').click();
  await user.fitPoint(4).click();
  await page.keyboard.press('Delete');
  await expect(user.card).toContainText('Remove point 4 of Spout centre line: the curve would move by up to');
  await expect(user.card).toContainText(/up to \d\.\d{3} mm, near \d+\.\d mm\. Curvature changes by up to/);
  await expect(user.sheet.locator('path.offered')).toBeVisible();
  await expect(user.sheet.locator('circle.worst')).toBeVisible();
  await expect(user.card).toContainText('8 fit');
  await page.keyboard.press('Escape');
  await expect(user.sheet.locator('path.offered')).toHaveCount(0);
  await expect(user.card).toContainText('8 fit');

  await page.keyboard.press('Delete');
  await user.card.getByRole('button', { name: 'Apply' }).click();
  await expect(user.card).toContainText('7 fit');
  await user.lastStepIs('Remove point 4 of Spout centre line');
});

test('what was inserted goes for nothing; the next edit ends an offer', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Lid').click();
  await page.keyboard.press('d');
  await expect(user.card).toContainText('control');
  await page.keyboard.press('Shift+D');
  await expect(user.card).toContainText('Lower the degree of Lid: the curve stays where it is');
  await page.keyboard.press('Enter');
  await user.lastStepIs('Lower the degree of Lid');

  await page.keyboard.press('e');
  await expect(user.card.getByRole('button', { name: 'Apply' })).toBeVisible();
  await page.keyboard.press('r');
  await user.lastStepIs('Reverse Lid');
  await expect(user.card.getByRole('button', { name: 'Apply' })).toHaveCount(0);
  await expect(user.sheet.locator('path.offered')).toHaveCount(0);
});

test('live again, another degree, lighten and re-lay are offered with their price', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const { card } = user;
  await user.curve('Grip, outer').click();
  await page.keyboard.press('v');
  await expect(card.getByRole('button', { name: 'held', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await card.getByRole('button', { name: 'live', exact: true }).click();
  await expect(card).toContainText('Make the spacing of Grip, outer live: the curve stays where it is.');
  await card.getByRole('button', { name: 'Apply' }).click();
  await expect(card.getByRole('button', { name: 'live', exact: true })).toHaveAttribute('aria-pressed', 'true');

  const degree = card.getByRole('textbox', { name: 'Degree: a typed one fits the curve anew' });
  await degree.fill('5');
  await degree.press('Enter');
  await expect(card).toContainText('Fit Grip, outer anew in degree 5: the curve would move by up to');
  await card.getByRole('button', { name: 'Apply' }).click();
  await expect(degree).toHaveValue('5');

  await user.section('Lighter');
  const tolerance = card.getByRole('textbox', { name: 'Tolerance to lighten within' });
  await tolerance.fill('1/2');
  await tolerance.press('Enter');
  await card.getByRole('button', { name: 'Lighten' }).click();
  await expect(card).toContainText(/Lighten Grip, outer within 0.5 mm: the curve would move by up to 0\.\d+ mm.*10 control points become \d/); // prettier-ignore
  await card.getByRole('button', { name: 'Leave' }).click();

  const count = card.getByRole('textbox', { name: 'Control points to re-lay with' });
  await count.fill('8');
  await count.press('Enter');
  await card.getByRole('button', { name: 'Re-lay' }).click();
  await expect(card).toContainText(/Re-lay Grip, outer: the curve would move by/);
  await page.keyboard.press('Enter');
  await expect(card).toContainText('8 control');
  await user.lastStepIs('Re-lay Grip, outer');
});

test('bad input is said beside its field and changes nothing', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const { card } = user;
  await user.curve('Grip, outer').click();
  const degree = card.getByRole('textbox', { name: 'Degree: a typed one fits the curve anew' });
  await degree.fill('12');
  await degree.press('Enter');
  await expect(card.getByRole('alert')).toHaveText('At most 9 is possible.');
  await degree.fill('3.5');
  await degree.press('Enter');
  await expect(card.getByRole('alert')).toHaveText('A whole number is needed, not 3.5.');
  await expect(degree).toHaveValue('3.5');
  await degree.press('Escape');
  await expect(degree).toHaveValue('3');

  await user.openSampler();
  await user.curve('With weights').click();
  const weight = card.getByRole('textbox', { name: 'Control point 2 weight' });
  for (const bad of ['0', '-2', 'heavy', '2 mm']) {
    await weight.fill(bad);
    await weight.press('Enter');
    await expect(card.getByRole('alert')).toBeVisible();
    await expect(weight).toHaveValue(bad);
  }
  await expect(card.getByRole('alert')).toHaveText('Point 2, weight: A plain number is needed, without a unit.');
  await weight.press('Escape');
  await expect(weight).toHaveValue('1');

  await card.getByRole('button', { name: 'Paste table' }).click();
  const rows = card.getByRole('textbox', { name: 'Rows of points' });
  await rows.fill('1 2 3 1\n4 x 6 1');
  await card.getByRole('button', { name: 'Use these rows' }).click();
  await expect(card.getByText("Row 2, y: 'x' is not a number. Nothing is changed.")).toBeVisible();
  await rows.fill('0 -90 0 1\n8 -80 0 2\n16 -95 0 1\n24 -80 0 1\n32 -90 0 1');
  await card.getByRole('button', { name: 'Use these rows' }).click();
  await expect(weight).toHaveValue('2');
  await user.lastStepIs('Give With weights a table of 5 points');
  await user.isKept();
});
