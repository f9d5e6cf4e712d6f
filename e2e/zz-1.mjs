import { look } from './zz-look.mjs';
await look(async (page) => {
  await page.screenshot({ path: '/tmp/s1.png' });
  await page.locator('pb-joint-list button').nth(2).click();
  await page.waitForTimeout(800);
  await page.screenshot({ path: '/tmp/s2.png' });
});
