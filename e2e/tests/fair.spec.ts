import type { Page } from '@playwright/test';
import { isAccessible } from '../accessible';
import { BenchUser, valueOf } from '../bench';
import { expect, test } from '../test';

/** Counts what a person presses: keys and clicks, by whatever way they come. */
async function countPresses(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counted = window as unknown as { presses: number };
    counted.presses = 0;
    for (const type of ['pointerdown', 'keydown']) window.addEventListener(type, () => counted.presses++, true);
  });
  return () => page.evaluate(() => (window as unknown as { presses: number }).presses);
}

/** Irons the largest lump, fairs, lightens, compares and takes it all back, without a typed number. */
async function fairs(user: BenchUser, page: Page, slid: number): Promise<void> {
  const { card } = user;
  const gain = card.getByRole('table', { name: 'Before and after' });
  const figure = (name: string) =>
    gain
      .getByRole('row')
      .filter({ hasText: new RegExp(`^ *${name}`) })
      .locator('td');
  const lumps = async (which: 'before' | 'after') =>
    Number(await figure('lumps')[which === 'before' ? 'first' : 'last']().textContent());
  const apply = card.getByRole('button', { name: 'Apply' });

  // Find: the largest lump is named on the sheet and in the list.
  await page.keyboard.press('>');
  await expect(page.getByTestId('lump')).toContainText(/near \d+/);
  await expect(card.getByTestId('fairness')).toContainText(/[1-9]\d* lumps?/);

  // Iron: the tolerance of the sheet does not do; the one that was tried is taken.
  await card.getByRole('button', { name: 'Iron lump 1' }).click();
  await expect(card).toContainText(/It moves control points? \d/);
  await card.getByRole('button', { name: /^take [\d.]+ mm$/ }).click();
  await expect(card.getByText(/^proven within [\d.]+ mm$/)).toBeVisible();
  expect(await lumps('after')).toBeLessThan(await lumps('before'));
  await page.keyboard.press('Enter');
  await expect(apply).toHaveCount(0);

  // Fair: the slider shows about what comes, and then what comes.
  await user.slide('Tolerance to fair within', slid);
  await expect(card.getByText(/^proven within [\d.]+ mm$/)).toBeVisible();
  await expect(user.sheet.locator('path.offered')).toBeVisible();
  await expect(figure('lumps').last()).toHaveText('0');
  await page.keyboard.press('Enter');
  await expect(card.getByTestId('fairness')).toContainText('No lump');

  // Lighten, and compare.
  const points = async () => {
    const said = await card.getByTestId('fairness').textContent();
    return Number(/(\d+) control points/.exec(said ?? '')?.[1]);
  };
  await expect.poll(points).toBeGreaterThan(0);
  const before = await points();
  await page.keyboard.press('j');
  await expect(card).toContainText(`${before} control points become`);
  await expect(figure('control points').first()).toHaveText(String(before));
  expect(Number(await figure('control points').last().textContent())).toBeLessThan(before);
  await page.keyboard.press('Enter');
  await expect.poll(points).toBeLessThan(before);

  // All of it together, beside the curve as it was before the first step.
  await user.strip('Deviation');
  await user.compareWith(/^before: Iron /);
  await expect(page.getByTestId('deviation')).toContainText('proven not over');

  // Undo: each was one step.
  for (let i = 0; i < 3; i++) await user.header.getByRole('button', { name: 'Undo' }).click();
  await expect(card.getByTestId('fairness')).toContainText(/[1-9]\d* lumps?, largest/);
}

test('a lumpy, heavy curve becomes fair and light in a few presses', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const presses = await countPresses(page);
  await user.curve('Grip, inner').click();
  await fairs(user, page, 0.66);
  expect(await presses()).toBeLessThanOrEqual(15);
  await page.keyboard.press('h');
  await expect(user.steps.filter({ hasText: 'Iron Grip, inner within 0.' })).toHaveCount(1);
});

test('so does a profile that is not in the demo', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  const places = Array.from({ length: 22 }, (_, i): [number, number] => {
    const bump = i === 9 ? 4 : i === 15 ? -3 : 0;
    return [90 + 27 * i, Math.round(420 - 230 * Math.sin((0.8 * Math.PI * i) / 21)) - bump];
  });
  await user.tool('By control points');
  for (const [x, y] of places) await user.click(x, y);
  await page.keyboard.press('Enter');
  await page.keyboard.press('b');
  const presses = await countPresses(page);
  await user.curve('Curve 1').click();
  await fairs(user, page, 0.95);
  expect(await presses()).toBeLessThanOrEqual(15);
});

test('a stretch is taken on the strip: faired, drawn by its curvature, set to a radius', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const { card } = user;
  await user.curve('Grip, inner').click();
  const graph = page.getByRole('img', { name: /^Signed curvature/ });
  const box = await graph.boundingBox();
  if (!box) throw new Error('the graph is not shown');
  const at = (share: number) => box.x + share * box.width;
  await page.mouse.move(at(0.2), box.y + 12);
  await page.mouse.down();
  await page.mouse.move(at(0.75), box.y + 12, { steps: 5 });
  await page.mouse.up();
  const stretch = page.getByRole('group', { name: 'The stretch in hand' });
  await expect(stretch).toBeVisible();
  await expect(user.sheet.locator('path.in-hand')).toBeVisible();
  await stretch.getByRole('button', { name: 'fair' }).click();
  await expect(card).toContainText('Fair Grip, inner within 0.01 mm: the curve would move by');
  await expect(page.getByRole('slider', { name: /^Tolerance of control point/ }).first()).toBeVisible();
  await isAccessible(page);
  await page.keyboard.press('Escape');

  // The pointer tells where the line is taken hold of.
  const x = at(0.47);
  let line = 0;
  for (let y = box.y + 10; y < box.y + box.height - 24 && line === 0; y += 3) {
    await page.mouse.move(x, y);
    if (await graph.evaluate((canvas: HTMLElement) => canvas.style.cursor === 'ns-resize')) line = y + 3;
  }
  expect(line).toBeGreaterThan(0);
  await page.mouse.move(x, line);
  await page.mouse.down();
  await page.mouse.move(x, line - 8, { steps: 4 });
  await expect(user.sheet.locator('path.offered')).toBeVisible();
  await page.mouse.up();
  await expect(card).toContainText('Pull the curvature of Grip, inner: the curve would move by');
  await page.keyboard.press('Enter');
  await user.lastStepIs('Pull the curvature of Grip, inner');

  // A radius, with the rest riding along: the end goes elsewhere.
  await card.getByRole('switch', { name: 'What comes after the stretch' }).click();
  await user.number_('Radius of the stretch', '200');
  await expect(card).toContainText(/Pull the curvature of Grip, inner: the curve would move by up to \d+\.\d+ mm/);
  await card.getByRole('button', { name: 'Leave' }).click();
  await stretch.getByRole('button', { name: 'Let the stretch go' }).click();
  await expect(stretch).toHaveCount(0);
});

test('a point is given more room; the fairest curve stands beside; a run is faired as one', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const { card } = user;
  await user.curve('Grip, inner').click();
  await user.slide('Tolerance to fair within', 0.5);
  const tolerance = await valueOf(card.getByRole('textbox', { name: 'Tolerance to fair within' }));
  const mark = page.getByRole('slider', { name: /^Tolerance of control point/ }).first();
  const box = await mark.boundingBox();
  if (!box) throw new Error('no mark is shown');
  await page.mouse.move(box.x + 8, box.y + 6);
  await page.mouse.down();
  await page.mouse.move(box.x + 8, box.y - 50, { steps: 5 });
  await page.mouse.up();
  await expect(card.getByText(/^proven within [\d.]+ mm, at points [\d.]+ mm$/)).toBeVisible();
  await page.keyboard.press('Escape');

  await card.getByRole('switch', { name: 'The fairest curve beside this one' }).click();
  await expect(user.sheet.locator('text.fairest-text')).toHaveText(/roughness \d/);

  const suggested = card.getByRole('list', { name: 'Suggestions' }).getByRole('button').first();
  await suggested.click();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await expect(card.getByRole('button', { name: 'Apply' })).toHaveCount(0);

  await user.curve('Lip').click();
  await page.keyboard.press('^');
  await expect(card).toContainText('2 selected');
  await page.keyboard.press('%');
  await expect(card).toContainText(/Fair .* and .* within [\d.]+ mm: .* would move most/);
  await page.keyboard.press('Enter');
  await user.lastStepIs(`Fair Spout, underside and Lip within ${tolerance} mm`);
});
