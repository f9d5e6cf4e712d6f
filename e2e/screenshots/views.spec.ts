import { expect, test } from '@playwright/test';
import { BenchUser } from '../bench';
import { OwnServer } from '../server';

const into = (name: string) => ({ path: `../docs/screenshots/${name}.png` });
/** Pictures, fonts and the last frame have come. */
const SETTLED_MS = 700;

test('a first visit', async ({ page }) => {
  const empty = await OwnServer.make();
  await empty.start();
  await page.goto(empty.address);
  await page.getByRole('button', { name: 'Open the demo' }).waitFor();
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('first-visit'));
  await empty.end();
});

test('bench with the spout selected', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Gooseneck kettle', exact: true }).click();
  await page.getByRole('button', { name: 'Spout centre line', exact: true }).click();
  const strip = page.getByRole('img', { name: /Signed curvature/ });
  const box = await strip.boundingBox();
  if (!box) throw new Error('the strip is not shown');
  await page.mouse.move(box.x + 0.62 * box.width, box.y + 40);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('bench'));
});

test('history', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await page.keyboard.press('h');
  await page.getByLabel('Name of the new stage').fill('As measured');
  await page.keyboard.press('Enter');
  await user.curve('Spout centre line').click();
  await user.drag(user.fitPoint(3), 14, 6);
  await user.drag(user.fitPoint(5), -8, 10);
  await page.getByLabel('Name of the new stage').fill('Softer throat');
  await user.isKept();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Hide Water window' }).click();
  await user.drag(user.fitPoint(6), 10, -6);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Look at As measured' }).click();
  await user.curve('Spout centre line').click();
  await page.mouse.move(620, 560);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('history'));
  // Told apart from the next kettle on the page of projects.
  const id = page.url().split('/').at(-1);
  await page.request.patch(`/api/projects/${id}`, { data: { name: 'Kettle, second shape' } });
});

test('projects page', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Put Kettle, second shape into the bin' }).click();
  await page.getByRole('button', { name: 'Duplicate Gooseneck kettle' }).click();
  await page.getByRole('button', { name: 'Rename Gooseneck kettle copy' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of Gooseneck kettle copy' })).toBeFocused();
  await page.keyboard.type('Kettle with a longer spout');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Kettle with a longer spout', exact: true }).waitFor();
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('projects'));
});

test('drawing: palette, a caught place', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const at = await user.places();
  await user.focusSheet();
  await page.keyboard.press('/');
  await page.getByRole('searchbox', { name: 'Find a tool' }).waitFor();
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('palette'));
  await page.keyboard.press('Escape');

  await user.tool('Through points');
  await user.click(...at(165.5, 125.4));
  for (const [x, y] of [[167, 100], [169.5, 50]]) await user.click(...at(x, y)); // prettier-ignore
  await user.hover(...at(170.5, 0.8));
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('drawing'));
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+z');
});

test('try fits: the points of a curve by several methods', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout, underside').click();
  await user.focusSheet();
  await page.keyboard.press('$');
  const panel = page.getByRole('region', { name: 'Try fits' });
  await expect(panel.getByRole('button', { name: /^Take / })).toHaveCount(11);
  await panel.getByRole('listitem').getByRole('button', { name: 'through, usual spacing' }).click();
  await panel.getByRole('listitem').getByRole('button', { name: 'fewest control points' }).click();
  await expect(panel).toContainText('mm apart');
  await page.mouse.move(620, 200);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('try-fits'));
});

test('points to bring in: how a table is read, before it is taken', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.focusSheet();
  await page.keyboard.press('Escape');
  // The arc of the water at a sample part, off by a few tenths of a millimetre.
  const rows = Array.from({ length: 60 }, (_, i) => {
    const [t, off] = [(0.75 * Math.PI * i) / 59 - 0.4 * Math.PI, 0.3 * Math.sin(2.1 * i)];
    const numbers = [92 + (58 + off) * Math.cos(t), 92 + (64 + off) * Math.sin(t)];
    return `G${i + 1};${numbers.map((value) => value.toFixed(2).replace('.', ',')).join(';')}`;
  });
  const text = ['station;x;y', ...rows.slice(0, 5), 'G6;n/a;n/a', ...rows.slice(6)].join('\n');
  const buffer = Buffer.from(text);
  const table = user.card.getByLabel('Table of measured points');
  await table.setInputFiles({ name: 'Pouring arc, first sample.csv', mimeType: 'text/csv', buffer });
  await expect(page.getByRole('button', { name: 'Take in', exact: true })).toBeFocused();
  await page.mouse.move(620, 200);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('points'));
});

// Last, since it leaves more projects behind.
test('bending: a price, knot line', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout centre line').click();
  await user.drag(user.sheet.getByRole('img', { name: 'Control point 6', exact: true }), 14, -6);
  await user.fitPoint(4).click();
  await page.keyboard.press('Delete');
  await page.getByText('the curve would move by up to').waitFor();
  await page.mouse.move(620, 560);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('price'));

  await page.keyboard.press('Escape');
  await user.strip('Knot line');
  await page.getByRole('group', { name: 'Knot line' }).getByRole('slider').nth(3).focus();
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('knot-line'));
});

test('reading: the worst lump, how curves meet, a measured set', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout, underside').click();
  await user.number_('Smallest radius allowed', '18');
  await user.focusSheet();
  await page.keyboard.press('>');
  await page.getByTestId('lump').getByText('ironed').waitFor();
  await user.card.getByTestId('fairness').getByText('roughness').waitFor();
  await page.mouse.move(620, 560);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('reading'));

  await user.strip('Continuity');
  await page.getByRole('searchbox', { name: 'Find a curve' }).fill('wall');
  await page.getByRole('button', { name: /^Go to Wall, right \(start\)/ }).click();
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('continuity'));

  await user.strip('Curvature');
  await user.curve('Grip, outer').click();
  await user.section('Reading');
  // The grip beside the points of a sample part.
  await user.section('Comb');
  await user.card.getByRole('switch', { name: 'Comb', exact: true }).click();
  await user.section('Reading');
  await user.strip('Deviation');
  await user.compareWith('Outer, measured');
  const allowed = page.getByRole('textbox', { name: 'Deviation allowed' });
  await allowed.fill('0.2');
  await allowed.press('Enter');
  await user.focusSheet();
  await page.keyboard.press('a');
  await page.mouse.move(360, 250);
  for (let i = 0; i < 6; i++) await page.mouse.wheel(0, -100);
  await page.mouse.move(620, 560);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('measured-set'));
});

test('joining: a joint in hand, a blend with its candidates, soft corners', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Base corner, right').dblclick();
  await user.focusSheet();
  await page
    .locator('pb-joint-list')
    .getByRole('button', { name: /joint of Wall, right and Base corner, right/ })
    .click();
  await page.mouse.move(940, 560);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('joint'));

  await user.newSheet();
  await user.draw([[140, 380], [240, 300], [330, 300]]); // prettier-ignore
  await page.keyboard.press('Enter');
  await user.draw([[520, 420], [600, 460], [700, 380]]); // prettier-ignore
  await page.keyboard.press('Enter');
  await user.tool('Blend');
  await user.click(325, 299);
  await user.click(528, 425);
  await user.card.getByRole('button', { name: 'compare candidates' }).click();
  await user.card.getByRole('button', { name: 'shortest fair' }).hover();
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('blend'));

  await user.newSheet();
  await user.tool('Rectangle');
  await user.click(220, 150);
  await user.click(560, 400);
  await user.tool('Soft corner');
  await user.card.getByRole('button', { name: 'all of it' }).click();
  await user.number_('Size', '20');
  await user.click(220, 270);
  await page.keyboard.press('Escape');
  await user.curve('Corner 1').click();
  await page.mouse.move(940, 560);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('soft-corner'));
});

test('fairing: before and after, the curvature of a stretch drawn', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const { card } = user;
  await user.curve('Grip, inner').click();
  await user.slide('Tolerance to fair within', 0.6);
  await card.getByText(/^proven within/).waitFor();
  await expect(card.getByRole('row').filter({ hasText: 'bending' }).locator('td').last()).toHaveText(/\d/);
  await page.mouse.move(620, 560);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('fair'));

  await page.keyboard.press('Enter');
  const graph = page.getByRole('img', { name: /^Signed curvature/ });
  const box = await graph.boundingBox();
  if (!box) throw new Error('the graph is not shown');
  await page.mouse.move(box.x + 0.22 * box.width, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.75 * box.width, box.y + 12, { steps: 5 });
  await page.mouse.up();
  const x = box.x + 0.47 * box.width;
  let y = box.y + 10;
  const isOver = () => graph.evaluate((canvas: HTMLElement) => canvas.style.cursor === 'ns-resize');
  for (; y < box.y + box.height - 24; y += 3) {
    await page.mouse.move(x, y);
    if (await isOver()) break;
  }
  await page.mouse.move(x, y + 3);
  await page.mouse.down();
  await page.mouse.move(x, y - 9, { steps: 5 });
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('pulled'));
  await page.mouse.up();
});
