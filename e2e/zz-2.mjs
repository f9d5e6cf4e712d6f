import { look } from './zz-look.mjs';
await look(async (page, server) => {
  const made = await (await fetch(`${server.address}/api/projects`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ name: 'Try' }) })).json();
  await page.goto(`${server.address}/bench/${made.id}`);
  await page.locator('#sheet').waitFor();
  await page.waitForTimeout(1200);
  const click = async (...ps) => { for (const [x, y] of ps) { await page.mouse.move(x, y, { steps: 3 }); await page.mouse.down(); await page.mouse.up(); await page.waitForTimeout(30);} };
  await page.locator('#sheet').focus();
  await page.keyboard.press('t'); await click([280, 300], [350, 240], [430, 260]); await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.keyboard.press('t'); await click([520, 300], [620, 380], [700, 300]); await page.keyboard.press('Enter');
  await page.waitForTimeout(300);
  // drag the start of the second to the end of the first
  await page.mouse.move(520, 300); await page.mouse.down(); await page.mouse.move(460, 270, { steps: 5 }); await page.mouse.move(432, 262, { steps: 4 });
  await page.waitForTimeout(300);
  await page.screenshot({ path: '/tmp/d1.png' });
  await page.mouse.up();
  await page.waitForTimeout(600);
  await page.screenshot({ path: '/tmp/d2.png' });
  await page.keyboard.press('2');
  await page.waitForTimeout(600);
  await page.screenshot({ path: '/tmp/d3.png' });
});
