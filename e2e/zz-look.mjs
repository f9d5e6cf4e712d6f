import { chromium } from 'playwright-core';
import { writeFileSync } from 'node:fs';
const base = 'http://127.0.0.1:4173';
export async function open(size = { width: 1280, height: 800 }) {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'] });
  const context = await browser.newContext({ viewport: size, permissions: ['clipboard-read', 'clipboard-write'] });
  const page = await context.newPage();
  page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
  page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
  const { id } = await (await fetch(base + '/api/projects', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ demo: true }) })).json();
  await page.goto(`${base}/bench/${id}`);
  await page.locator('pb-pane svg').waitFor();
  await page.waitForTimeout(2500);
  return { browser, page, id };
}
