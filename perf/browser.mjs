// The bench in Debian's Chromium: opening it, what it transfers, and what the main thread does while the pointer moves.
import { chromium } from '@playwright/test';
import { MOST } from './budgets.mjs';
import { chained, crowd, dense, measured, noisy, quintic } from './projects.mjs';
import { startServer } from './server.mjs';
import { moved, tasksDuring } from './moves.mjs';
import { share } from './time.mjs';

const ARGUMENTS = [
  '--no-sandbox',
  '--disable-background-networking',
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--disable-gpu-compositing',
  '--webgl-antialiasing-mode=none',
];
const SIZE = { width: 1280, height: 800 };
const NOISY = [24, 500, 2000];
const noisyName = (count) => `Noisy ${count}`;
const WITH_COMBS = 'Combs on 500';
/** So long, and longer than it takes, until what is fetched and read after an opening is there. */
const REST_MS = 8000;
const OPENINGS = 5;
const BENCH_LIST = 'pb-outline button.name';

const fit = (curve) => ({ curve, does: (page, browser) => drag(page, browser, 'circle.fit') });
const control = (curve) => ({ curve, does: (page, browser) => drag(page, browser, 'rect.control') });

/** What is measured: the project, what is done in it, and the most ms of scripting per move and of an opening. */
const ROWS = [
  { project: 'Gooseneck kettle', ...fit('Spout centre line'), move: MOST.move, opening: MOST.opening },
  { project: '500 curves', ...fit('Curve 260'), move: MOST.moveLarge, opening: MOST.opening },
  { project: WITH_COMBS, ...fit('Curve 260'), move: MOST.moveLarge, opening: MOST.opening },
  { project: 'Chain of 50', ...control('Curve 1'), move: MOST.moveLarge, opening: MOST.opening },
  { project: 'Chain of 50 through points', ...fit('Curve 1'), move: MOST.moveChain, opening: MOST.opening },
  { project: '100 joined of 500', ...fit('Curve 261'), move: MOST.moveLarge, opening: MOST.opening },
  { project: '300 control points', ...control('Curve 1'), move: MOST.moveLarge, opening: MOST.opening },
  // A line is drawn over them, with every snap on.
  { project: '2,000 curves', does: draw, move: MOST.moveLarge, opening: MOST.opening },
  { project: '2,000 curves', what: 'hovering over 2,000', does: hover, move: MOST.moveLarge },
  { project: '100,000 measured points', does: draw, move: MOST.moveLarge, opening: MOST.opening },
  { project: '10,000 curves', does: hover, opening: MOST.openingLarge },
];

const made = () => [
  crowd('500 curves', 500),
  crowd(WITH_COMBS, 500),
  chained('Chain of 50', 50, 49, 50, quintic),
  chained('Chain of 50 through points', 50, 49, 50),
  // Every fifth curve and the one after it: 100 followers.
  chained('100 joined of 500', 500, 1, 5),
  crowd('2,000 curves', 2000),
  crowd('10,000 curves', 10_000),
  dense('300 control points', 300),
  measured('100,000 measured points', 100_000),
  ...NOISY.map((count) => noisy(noisyName(count), count)),
];

export async function browserFigures(root, data, port) {
  const bench = await startBench(root, data, port);
  try {
    const rows = [];
    for (const row of ROWS) rows.push(await bench.rowFigures(row));
    const fairing = [];
    for (const count of NOISY) fairing.push(await bench.fairingFigures(count));
    return { rows, fairing, transfer: await bench.transfer() };
  } finally {
    await bench.end();
  }
}

/** A server with all projects, and a browser: for one build. */
export async function startBench(root, data, port) {
  const server = await startServer(root, data, port, '--demo');
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGUMENTS });
  const post = { method: 'POST', headers: { 'Content-Type': 'application/json' } };
  for (const project of made()) {
    const answer = await fetch(`${server.address}/api/projects`, { ...post, body: JSON.stringify(project) });
    if (project.name !== WITH_COMBS) continue;
    const { id } = await answer.json();
    const view = JSON.stringify({ comb: { of: 'all' } });
    await fetch(`${server.address}/api/projects/${id}/view`, { ...post, method: 'PUT', body: view });
  }
  const { address } = server;
  const onNewPage = async (work) => {
    const context = await browser.newContext({ viewport: SIZE });
    const figures = await work(await context.newPage());
    await context.close();
    return figures;
  };
  return {
    rowFigures: (row, openings) => onNewPage((page) => rowFigures(page, browser, address, row, openings)),
    fairingFigures: (count) =>
      onNewPage(async (page) => {
        await warmStart(page, address, noisyName(count));
        await pick(page, 'Curve 1');
        return { count, ...(await slide(page, browser)), final: await faired(page) };
      }),
    transfer: async () => ({
      firstPage: await onNewPage((page) => transferred(page, address, 'a.open')),
      bench: await onNewPage(async (page) =>
        transferred(page, await benchAddress(address, 'Gooseneck kettle'), BENCH_LIST),
      ),
    }),
    end: async () => {
      await browser.close();
      await server.end();
    },
  };
}

/** The rows by name, or all of them. */
export const rowsNamed = (names) => ROWS.filter((row) => !names || names.includes(nameOf(row)));
export const nameOf = ({ what, project }) => what ?? project;

async function rowFigures(page, browser, address, row, openings = OPENINGS) {
  const { project, opening, move, curve, does } = row;
  const cold = await coldStart(page, address, project);
  const warm = [];
  for (let i = 0; opening && i < openings; i++) warm.push(await warmStart(page, address, project));
  const tasks = opening && (await tasksDuring(page, browser, () => warmStart(page, address, project)));
  if (curve) await pick(page, curve);
  await page.waitForTimeout(REST_MS);
  return {
    name: nameOf(row),
    limits: { opening, move },
    opening: opening && { cold, warm: share(warm, 0.5), ...tasks },
    ...(await does(page, browser)),
  };
}

/**
 * The bench is usable when its list has begun and the sheet has been drawn. Places are named by selectors here: to look
 * for roles and names, as the tests do, takes the page's own time.
 */
async function usable(page) {
  await page.locator(BENCH_LIST).first().waitFor();
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve))));
}

async function benchAddress(address, project) {
  const projects = await (await fetch(`${address}/api/projects`)).json();
  return `${address}/bench/${projects.find(({ name }) => name === project).id}`;
}

/** A first visit, with nothing in the browser's cache: ms to a usable bench. */
async function coldStart(page, address, project) {
  const to = await benchAddress(address, project);
  const start = performance.now();
  // The page's load event can come after what is fetched once the bench is open.
  await page.goto(to, { waitUntil: 'commit' });
  await usable(page);
  return performance.now() - start;
}

/** kB that come over the wire, without fonts and data, until something stands on a page. */
async function transferred(page, address, what) {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  const addresses = new Map();
  let bytes = 0;
  session.on('Network.responseReceived', ({ requestId, response }) => addresses.set(requestId, response.url));
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (!/\.woff2?$|\/api\//.test(addresses.get(requestId) ?? '')) bytes += encodedDataLength;
  });
  await page.goto(address, { waitUntil: 'commit' });
  await page.locator(what).first().waitFor();
  return bytes / 1000;
}

async function warmStart(page, address, project) {
  await page.goto(address);
  const link = page.locator(`a.open[aria-label="${project}"]`);
  await link.waitFor();
  // Nobody clicks before the page of projects stands there with its pictures, each of which is drawn once by the server.
  await page.waitForLoadState('networkidle', { timeout: 120_000 });
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

async function middleOfSheet(page) {
  const box = await page.locator('#sheet').boundingBox();
  return [box.x + box.width / 2, box.y + box.height / 2];
}

/** Takes the pointer over the drawing while the second place of a line is asked for: what it is near is caught. */
async function draw(page, browser) {
  const [x, y] = await middleOfSheet(page);
  await page.keyboard.press('Shift+L');
  await page.mouse.click(x - 30, y - 40);
  const figures = await moved(page, browser, (i) => page.mouse.move(...around(x, y, 150, i)));
  await page.keyboard.press('Escape');
  return figures;
}

/** Takes the pointer over the drawing: what it is near stands out. */
async function hover(page, browser) {
  const [x, y] = await middleOfSheet(page);
  return moved(page, browser, (i) => page.mouse.move(...around(x, y, 150, i)));
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
