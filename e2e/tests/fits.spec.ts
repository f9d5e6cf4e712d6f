import { isAccessible } from '../accessible';
import { BenchUser } from '../bench';
import { expect, type Page, test } from '../test';

/** A wave that is drawn a little unevenly. */
const WAVE = [260, 215, 190, 150, 130, 122, 128, 119, 130, 150, 170, 190, 230, 262].map(
  (y, i) => [90 + i * 40 + (i % 3) * 5, y] as const,
);

/** The panel, once every fit is there or told why not. */
async function allTried(page: Page) {
  const panel = page.getByRole('region', { name: 'Try fits' });
  await expect(panel.getByRole('button', { name: /^Take / })).toHaveCount(11);
  return panel;
}

/** A figure of a fit, by the heading of its column. */
async function figure(page: Page, fit: string, column: string): Promise<number> {
  const panel = page.getByRole('region', { name: 'Try fits' });
  const headings = await panel.getByRole('columnheader').allTextContents();
  const cells = panel.getByRole('row').filter({ has: page.getByRole('rowheader', { name: fit }) });
  const text = await cells
    .getByRole('cell')
    .nth(headings.findIndex((each) => each.trim() === column) - 1)
    .textContent();
  return Number((text ?? '').replace(/,/g, ''));
}

test('the same points by several methods: compared, one taken, its tolerance changed, back to 0, and all undone', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw(WAVE);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await user.curve('Curve 1').click();
  await user.section('Shape');
  await user.card.getByRole('button', { name: 'try fits …' }).click();

  const panel = await allTried(page);
  await expect(panel).toContainText('Curve 1: 14 points');
  await expect(panel).toContainText(/at most [0-9.]+ mm apart/);
  expect(await figure(page, 'through, chord length', 'Farthest')).toBe(0);
  expect(await figure(page, 'pulled by the points', 'Farthest')).toBeGreaterThan(0);
  expect(await figure(page, 'fairest', 'F')).toBeLessThan(await figure(page, 'through, chord length', 'F'));
  await isAccessible(page);

  // Looser, it needs fewer control points; two others are laid over each other.
  const tolerance = panel.getByRole('textbox', { name: 'Tolerance of the fits near the points' });
  await tolerance.fill('4');
  await tolerance.press('Enter');
  await expect.poll(() => figure(page, 'fewest control points', 'Points')).toBeLessThan(10);
  const picture = (name: string) => panel.getByRole('listitem').getByRole('button', { name, exact: true });
  await picture('through, usual spacing').click();
  await picture('fewest control points').click();
  await expect(picture('fewest control points')).toHaveAttribute('aria-pressed', 'true');
  await expect(picture('through, usual spacing')).toHaveAttribute('aria-pressed', 'false');
  await expect(user.sheet.locator('text.far')).toContainText(/^[0-9.]+ mm$/);

  const count = await figure(page, 'fewest control points', 'Points');
  await panel.getByRole('button', { name: 'Take fewest control points' }).click();
  await expect(panel).toBeHidden();
  await expect(user.card).toContainText(`14 fit, ${count} control`);
  await expect(user.card.getByRole('button', { name: /^point \d+: [0-9.]+ mm$/ })).toBeVisible();

  const within = user.card.getByRole('textbox', { name: 'Fit tolerance' });
  await expect(within).toHaveValue('4.000');
  await within.fill('8');
  await within.press('Enter');
  await expect(user.card).toContainText(/14 fit, [34] control/);
  await user.card.getByRole('button', { name: /^point \d+: [0-9.]+ mm$/ }).click();
  await expect(user.prompt).toContainText('Drag');
  await within.fill('0');
  await within.press('Enter');
  await expect(user.card).toContainText('14 fit, 16 control');
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  await expect(user.card).toContainText('14 fit, 16 control');
  await expect(user.card.getByRole('textbox', { name: 'Fit tolerance' })).toHaveValue('0.000');
  await user.isKept();
});

test('a fit by control points leaves its points beside it, on a layer to work to', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw(WAVE.slice(0, 7));
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await user.curve('Curve 1').click();
  await user.focusSheet();
  await page.keyboard.press('$');
  const panel = await allTried(page);
  await panel.getByRole('button', { name: 'Take bending and stretching' }).click();
  await expect(user.curve('Points of Curve 1')).toBeVisible();
  await expect(user.card).toContainText('By control points');
  await user.isKept();
  await page.keyboard.press('Control+z');
  await expect(user.curve('Points of Curve 1')).toHaveCount(0);
  await expect(user.card).toContainText('Through points');

  // Escape closes the panel, and leaves what was selected.
  await page.keyboard.press('$');
  await allTried(page);
  await panel.getByRole('button', { name: 'Close' }).focus();
  await page.keyboard.press('Escape');
  await expect(panel).toBeHidden();
  await expect(user.card).toContainText('Through points');
});

test('the tolerance is slid, and seen while it is; let go, it is one step', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw(WAVE);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await user.curve('Curve 1').click();
  await user.section('Shape');
  const slider = user.card.getByRole('slider', { name: 'Fit tolerance' });
  await slider.scrollIntoViewIfNeeded();
  const box = await slider.boundingBox();
  if (!box) throw new Error('no slider is shown');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y, { steps: 6 });
  await expect(user.card).toContainText(/14 fit, (\d|1[0-5]) control/);
  await page.mouse.up();
  await expect(user.card.getByRole('textbox', { name: 'Fit tolerance' })).not.toHaveValue('0.000');
  await page.keyboard.press('Control+z');
  await expect(user.card).toContainText('14 fit, 16 control');
});
