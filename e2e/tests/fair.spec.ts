import type { Page } from '@playwright/test';
import { BenchUser } from '../bench';
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
  const points = async () => Number(/(\d+) control points/.exec((await card.getByTestId('fairness').textContent()) ?? '')?.[1]); // prettier-ignore
  await expect.poll(points).toBeGreaterThan(0);
  const before = await points();
  await page.keyboard.press('j');
  await expect(card).toContainText(`${before} control points become`);
  await expect(figure('control points').first()).toHaveText(String(before));
  expect(Number(await figure('control points').last().textContent())).toBeLessThan(before);
  await page.keyboard.press('Enter');
  await expect.poll(points).toBeLessThan(before);

  // Undo: each was one step.
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(card.getByTestId('fairness')).toContainText(/[1-9]\d* lumps?, largest/);
}

test('a lumpy, heavy curve becomes fair and light in a few presses', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const presses = await countPresses(page);
  await user.curve('Spout, underside').click();
  await fairs(user, page, 0.66);
  expect(await presses()).toBeLessThanOrEqual(15);
  await page.keyboard.press('h');
  await expect(user.steps.filter({ hasText: 'Iron Spout, underside within 0.' })).toHaveCount(1);
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
  await page.keyboard.press('f');
  const presses = await countPresses(page);
  await user.curve('Curve 1').click();
  await fairs(user, page, 0.95);
  expect(await presses()).toBeLessThanOrEqual(15);
});
