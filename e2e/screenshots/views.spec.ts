import { test } from '@playwright/test';

const into = (name: string) => ({ path: `../docs/screenshots/${name}.png` });

test('projects page', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Gooseneck kettle', exact: true }).waitFor();
  await page.waitForTimeout(500);
  await page.screenshot(into('projects'));
});

test('bench with the spout selected', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Gooseneck kettle', exact: true }).click();
  await page.getByRole('button', { name: 'Spout centre line', exact: true }).click();
  const strip = page.getByRole('img', { name: /Signed curvature/ });
  const box = await strip.boundingBox();
  if (!box) throw new Error('the strip is not shown');
  await page.mouse.move(box.x + 0.62 * box.width, box.y + 40);
  await page.waitForTimeout(500);
  await page.screenshot(into('bench'));
});
