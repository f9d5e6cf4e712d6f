import { startServer } from '../perf/server.mjs';
import { chromium } from 'playwright-core';
import { mkdtempSync } from 'node:fs';
import { join } from 'node:path';
export async function look(work, port = 4391) {
  const server = await startServer('/work/main', mkdtempSync('/tmp/look-'), port);
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
    page.on('pageerror', (e) => console.log('ERR', e.message));
    const made = await (await fetch(`${server.address}/api/projects`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ demo: true }) })).json();
    await page.goto(`${server.address}/bench/${made.id}`);
    await page.locator('pb-outline button.name').first().waitFor();
    await page.waitForTimeout(1500);
    await work(page, server);
  } finally { await browser.close(); await server.end(); }
}
