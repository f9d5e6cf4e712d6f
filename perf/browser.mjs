// The bench in Debian's Chromium: opening it, what it transfers, and the scripting of a drag.
import { chromium } from '@playwright/test';
import { chained, crowd, dense, measured, noisy } from './projects.mjs';
import { startServer } from './server.mjs';
import { moved } from './moves.mjs';
import { share } from './time.mjs';

const ARGUMENTS = [
  '--no-sandbox',
  '--disable-background-networking',
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--disable-gpu-compositing',
  '--webgl-antialiasing-mode=none',
];
const NOISY = [24, 500, 2000];
const noisyName = (count) => `Noisy ${count}`;
const WITH_COMBS = 'Combs on 500';
/** So long, and longer than it takes, until hundreds of curves have been read. */
const READ_MS = 8000;

export async function browserFigures(root, data, port) {
  const server = await startServer(root, data, port, '--demo');
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGUMENTS });
  try {
    const post = { method: 'POST', headers: { 'Content-Type': 'application/json' } };
    const projects = [
      crowd('500 curves', 500),
      crowd(WITH_COMBS, 500),
      chained('Chain of 50', 50, 49, 50),
      // Every fifth curve and the one after it: 100 followers.
      chained('100 joined of 500', 500, 1, 5),
      crowd('2,000 curves', 2000),
      dense('300 control points', 300),
      measured('100,000 measured points', 100_000),
      ...NOISY.map((count) => noisy(noisyName(count), count)),
    ];
    for (const project of projects) {
      const made = await fetch(`${server.address}/api/projects`, { ...post, body: JSON.stringify(project) });
      if (project.name !== WITH_COMBS) continue;
      const { id } = await made.json();
      const view = JSON.stringify({ comb: { of: 'all' } });
      await fetch(`${server.address}/api/projects/${id}/view`, { ...post, method: 'PUT', body: view });
    }
    const figures = [];
    for (const [project, curve, budget, handle] of [
      ['Gooseneck kettle', 'Spout centre line', 8, 'circle.fit'],
      ['500 curves', 'Curve 260', 16, 'circle.fit'],
      [WITH_COMBS, 'Curve 260', 16, 'circle.fit'],
      ['Chain of 50', 'Curve 1', 16, 'circle.fit'],
      ['100 joined of 500', 'Curve 261', 16, 'circle.fit'],
      ['300 control points', 'Curve 1', 16, 'rect.control'],
      // A line is drawn over them, with every snap on.
      ['2,000 curves', null, 16, null],
      ['100,000 measured points', null, 16, null],
    ]) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      const { bytes, ...cold } = await coldStart(page, server.address, project);
      const warm = [];
      for (let i = 0; i < 5; i++) warm.push(await warmStart(page, server.address, project));
      if (curve) await pick(page, curve);
      // The curves are read in slices, and carry their combs once all have been.
      if (project === WITH_COMBS) await page.waitForTimeout(READ_MS);
      figures.push({
        project,
        budget,
        bytes,
        cold: cold.ms,
        warm: share(warm, 0.5),
        ...(await (handle ? drag(page, browser, handle) : draw(page, browser))),
      });
      await context.close();
    }
    const fairing = [];
    for (const count of NOISY) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await warmStart(page, server.address, noisyName(count));
      await pick(page, 'Curve 1');
      fairing.push({ count, ...(await slide(page, browser)), final: await faired(page) });
      await page.close();
    }
    return { projects: figures, fairing };
  } finally {
    await browser.close();
    await server.end();
  }
}

/**
 * The bench is usable when its list has begun and the sheet has been drawn. Places are named by selectors here: to look
 * for roles and names, as the tests do, takes the page's own time.
 */
async function usable(page) {
  await page.locator('pb-outline button.name').first().waitFor();
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve))));
}

/** A first visit, with nothing in the browser's cache: time to a usable bench, and what came over the wire. */
async function coldStart(page, address, project) {
  const projects = await (await fetch(`${address}/api/projects`)).json();
  const { id } = projects.find(({ name }) => name === project);
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  const kinds = new Map();
  let bytes = 0;
  session.on('Network.responseReceived', ({ requestId, response }) => kinds.set(requestId, response.url));
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const url = kinds.get(requestId) ?? '';
    if (!/\.woff2?$|\/api\//.test(url)) bytes += encodedDataLength;
  });
  const start = performance.now();
  // The page's load event can come after what is fetched once the bench is open.
  await page.goto(`${address}/bench/${id}`, { waitUntil: 'commit' });
  await usable(page);
  const ms = performance.now() - start;
  await session.detach();
  return { ms, bytes };
}

async function warmStart(page, address, project) {
  await page.goto(address);
  const link = page.locator('a.open', { hasText: project });
  await link.waitFor();
  const start = performance.now();
  await link.click();
  await usable(page);
  return performance.now() - start;
}

/** Clicks a row of the list; of a long list only the rows in sight are there. */
async function pick(page, curve) {
  const row = page.getByRole('button', { name: curve, exact: true });
  const list = page.locator('pb-outline p-tree .p-virtualscroller');
  for (let top = 0; (await row.count()) === 0 && top < 20_000; top += 400) {
    await list.evaluate((element, to) => (element.scrollTop = to), top);
    await page.waitForTimeout(50);
  }
  await row.click();
}

/** Drags a point. */
async function drag(page, browser, handle) {
  // Of a short curve in a wide drawing few are shown.
  await page.locator(handle).first().waitFor();
  const shown = page.locator(handle);
  const box = await shown.nth(Math.min(3, (await shown.count()) - 1)).boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const figures = await moved(page, browser, (i) => page.mouse.move(...around(x, y, 20, i)));
  await page.mouse.up();
  return figures;
}

/** Takes the pointer over the drawing while the second place of a line is asked for: what it is near is caught. */
async function draw(page, browser) {
  const box = await page.locator('#sheet').boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.keyboard.press('Shift+L');
  await page.mouse.click(x - 30, y - 40);
  const figures = await moved(page, browser, (i) => page.mouse.move(...around(x, y, 150, i)));
  await page.keyboard.press('Escape');
  return figures;
}

/** Slides the tolerance that a noisy curve is faired within, as soon as the card rests. */
async function slide(page, browser) {
  const handle = page.getByRole('slider', { name: 'Tolerance to fair within' });
  await handle.waitFor();
  let [box, before] = [null, ''];
  for (; !box || JSON.stringify(box) !== before; await page.waitForTimeout(1500)) {
    before = JSON.stringify(box);
    await handle.scrollIntoViewIfNeeded();
    box = await handle.boundingBox();
  }
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const figures = await moved(page, browser, (i) => page.mouse.move(x + 25 * (1 + Math.sin(i / 9)), y));
  await page.mouse.up();
  return figures;
}

/** Ms from a typed tolerance to what is proven within it, with all its figures. */
async function faired(page) {
  const times = [];
  for (const tolerance of ['0.05', '0.1', '0.03']) {
    await page.getByRole('textbox', { name: 'Tolerance to fair within' }).fill(tolerance);
    const start = performance.now();
    await page.keyboard.press('Enter');
    await page.getByText(`proven within ${tolerance} mm`).waitFor();
    times.push(performance.now() - start);
    await page.keyboard.press('Escape');
  }
  return share(times, 0.5);
}

/** A place near another, elsewhere with each step. */
function around(x, y, reach, i) {
  return [x + reach * Math.sin(i / 9), y + reach * Math.cos(i / 7)];
}
