import { chromium } from 'playwright-core';
import { readFileSync } from 'node:fs';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 800, height: 340 } });
await page.setContent(`<body style="margin:0;background:#fff">${readFileSync('/tmp/g-kappa.svg','utf8').replace(/<\?xml.*?\?>/,'')}<br>${readFileSync('/tmp/g-rate.svg','utf8')}</body>`);
await page.screenshot({ path: '/tmp/svg.png' });
await browser.close();
