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

test('hand over: arcs and lines with what they cost; bring in: a file with its report', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.focusSheet();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Hand over' }).click();
  const panel = page.getByRole('region', { name: 'Hand over' });
  await panel.getByText('arcs and lines', { exact: true }).click();
  const tolerance = panel.getByRole('textbox', { name: 'Tolerance of what is not exact' });
  await tolerance.fill('0.1');
  await tolerance.press('Enter');
  for (const format of ['PDF sheet', 'Machine path', 'STEP']) await panel.getByText(format, { exact: true }).click();
  await panel.getByText('STEP', { exact: true }).click();
  await expect(panel.getByRole('button', { name: 'Save 3 files' })).toBeEnabled();
  await panel.getByRole('row').filter({ hasText: 'Shoulder, right' }).last().hover();
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('hand-over'));
  await panel.getByRole('button', { name: 'Close' }).click();

  // A lid of another maker, in a drawing of his own: text, a picture and a shape that is filled.
  const lid = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 120">
<g id="Lid" transform="scale(1 -1)"><path id="Dome" d="M-62 96C-62 132 -30 150 0 150S62 132 62 96"/><path id="Rim" d="M-66 94H66"/>
<circle id="Knob" cx="0" cy="160" r="11"/><path id="Seat" d="M-58 92A58 12 0 0 0 58 92"/></g>
<g id="Notes"><text x="0" y="20">Lid, second draft</text><image width="20" height="20" href="data:,"/></g>
<path id="Sketch" transform="scale(1 -1)" d="M-40 100Q0 118 40 100L44 x"/></svg>`;
  await page.getByLabel('File to bring in').setInputFiles({ name: 'Lid, second draft.svg', mimeType: '', buffer: Buffer.from(lid) }); // prettier-ignore
  const incoming = page.getByRole('region', { name: 'Bring in' });
  await expect(incoming.getByRole('button', { name: /^Take in/ })).toBeEnabled();
  await page.mouse.move(620, 200);
  await page.waitForTimeout(SETTLED_MS);
  await page.screenshot(into('bring-in'));
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

test('reading: the worst lump, how curves meet', async ({ page }) => {
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
