import { chromium } from 'playwright-core';
const base = 'http://127.0.0.1:4173';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'] });
for (let k = 0; k < 2; k++) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const { id } = await (await fetch(base + '/api/projects', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ demo: true }) })).json();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  const kinds = new Map(); let bytes = 0; const list = [];
  session.on('Network.responseReceived', ({ requestId, response }) => kinds.set(requestId, response.url));
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const url = kinds.get(requestId) ?? '';
    if (!/\.woff2?$|\/api\//.test(url)) { bytes += encodedDataLength; list.push([encodedDataLength, url.split('/').pop()]); }
  });
  await page.goto(`${base}/bench/${id}`);
  await page.locator('pb-outline button.name').first().waitFor();
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve))));
  const n = bytes;
  console.log(n, list.length); if (k) for (const [b,u] of list.sort((a,c)=>c[0]-a[0])) console.log(b,u);
  await context.close();
}
await browser.close();
