import { isAccessible } from '../accessible';
import { BenchUser } from '../bench';
import { expect, type Page, test } from '../test';

/** The server has a view in which something stands. */
const viewKept = (page: Page, holds: string) =>
  page.waitForResponse(
    (response) =>
      response.url().endsWith('/view') && response.ok() && (response.request().postData() ?? '').includes(holds),
  );

const lumpRows = (user: BenchUser) => user.card.getByRole('list', { name: 'Lumps' }).getByRole('listitem');

test("the worst lump is in view and named after one key from the project's opening; keys go on and back", async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await page.keyboard.press('>');
  const tag = page.getByTestId('lump');
  await expect(tag).toBeInViewport();
  await expect(tag).toContainText(/tightens, then relaxes, near \d+ mm/);
  await expect(tag).toContainText(/R [\d.]+ mm/);
  await expect(user.prompt).toContainText('Lump 1 of');
  // How far ironing would move the curve comes a moment later.
  await expect(tag).toContainText(/ironed by [\d.]+ mm/);
  const first = await tag.textContent();
  await expect(lumpRows(user).first()).toContainText(/near \d+ mm.*R [\d.]+, moves [\d.]+ mm/);
  await page.keyboard.press('>');
  await expect(user.prompt).toContainText('Lump 2 of');
  await expect(tag).not.toHaveText(first ?? '');
  await page.keyboard.press('<');
  await expect(user.prompt).toContainText('Lump 1 of');
  await expect(tag).toHaveText(first ?? '');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('a lump is meant so: it is not listed, also after a reload, until it is listed again', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Grip, outer').click();
  await expect(lumpRows(user)).toHaveCount(1);
  await expect(user.card.getByTestId('fairness')).toContainText(/^1 lump, largest \d+ %; .*monotone pieces/);
  await expect(user.card.getByTestId('fairness')).toContainText(/roughness [\d.]+/);
  await expect(user.sheet.locator('g.lump')).toHaveCount(1);
  await user.card.getByRole('button', { name: 'Lump 1 is meant so' }).click();
  await expect(lumpRows(user)).toHaveCount(0);
  await expect(user.sheet.locator('g.lump')).toHaveCount(0);
  await expect(user.card.getByTestId('fairness')).toContainText('No lump');
  const kept = viewKept(page, '"least":0.03');
  await user.number_('Lumps are listed from', '3');
  await kept;
  await page.reload();
  await user.curve('Grip, outer').click();
  // From 3 % on there is a second one; the first is still meant so.
  await expect(lumpRows(user)).toHaveCount(1);
  await expect(user.card).toContainText('1 meant so');
  await user.card.getByRole('button', { name: 'list it again' }).click();
  await expect(lumpRows(user)).toHaveCount(2);
});

test('every kind of mark can be switched on and off, and says what it is', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout centre line').click();
  const marked = (name: string | RegExp) => user.sheet.getByRole('img', { name });
  const switches = user.card.getByRole('group', { name: 'What is marked' });
  await expect(marked(/^The curve hooks/)).toHaveCount(2);
  await switches.getByRole('button', { name: 'end hooks' }).click();
  await expect(marked(/^The curve hooks/)).toHaveCount(0);
  for (const [kind, name, count] of [
    ['inflections', /^Inflection at/, 1],
    ['extrema', /^Curvature has a maximum/, 2],
    ['monotone pieces', /^Curvature (rises|falls) from/, 5],
  ] as const) {
    await expect(marked(name)).toHaveCount(0);
    await switches.getByRole('button', { name: kind }).click();
    await expect(marked(name)).toHaveCount(count);
  }
  await user.curve('Name plate').click();
  await expect(marked(/^Kink of 90/)).toHaveCount(4);
  await user.curve('Wall, right').click();
  await switches.getByRole('button', { name: 'flat stretches' }).click();
  await expect(marked(/^Flat for/)).toHaveCount(1);
  await expect(marked(/^Here the curve meets another: G0/)).not.toHaveCount(0);
});

test('lumps follow a drag; the card follows on release', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Grip, outer').click();
  await expect(user.sheet.locator('g.lump')).toHaveCount(1);
  const box = await user.fitPoint(4).boundingBox();
  if (!box) throw new Error('point 4 is not shown');
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 45, box.y + 25, { steps: 6 });
  await expect(user.sheet.locator('g.lump')).not.toHaveCount(1);
  await expect(lumpRows(user)).toHaveCount(1);
  await page.mouse.up();
  await expect(lumpRows(user)).not.toHaveCount(1);
});

test('the continuity report lists, sorts and filters meetings, goes to them, and follows its thresholds', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.strip('Continuity');
  const strip = page.locator('pb-continuity-table');
  const rows = strip.getByRole('row').filter({ has: page.getByRole('button', { name: /^Go to/ }) });
  await expect(strip.getByRole('status')).toHaveText(/^\d+ places$/);
  const all = Number.parseInt((await strip.getByRole('status').textContent()) ?? '', 10);
  await strip.getByRole('searchbox', { name: 'Find a curve' }).fill('base');
  await expect(strip.getByRole('status')).toHaveText(`2 of ${all} places`);
  await expect(rows.first()).toContainText(/Wall, right \(start\) · Base \(end\)\s*G0\s*0\.000\s*[\d.]+°/);
  await rows.first().click();
  await expect(rows.first()).toHaveClass(/current/);
  await expect(user.card.getByRole('heading', { name: 'Wall, right' })).toBeVisible();
  await expect(user.sheet.locator('circle.met.current')).toHaveCount(1);
  await strip.getByRole('searchbox', { name: 'Find a curve' }).fill('');
  await strip.getByRole('columnheader', { name: /Angle/ }).click();
  const angles = async () =>
    (await rows.locator('td:nth-child(4)').allTextContents()).map((text) => Number.parseFloat(text));
  await expect.poll(async () => (await angles()).join()).toBe([...(await angles())].sort((a, b) => a - b).join());
  await strip.getByText('below G1', { exact: true }).click();
  await expect(strip.getByRole('status')).not.toHaveText(`${all} places`);
  await expect(rows.first()).toContainText(/G0|gap/);
  await expect(rows.filter({ hasText: 'G1' })).toHaveCount(0);
  // With a right angle let pass, the corners of the name plate reach G1.
  await strip.getByRole('searchbox', { name: 'Find a curve' }).fill('plate');
  await expect(rows).toHaveCount(4);
  await strip.getByRole('button', { name: 'thresholds' }).click();
  await page.getByRole('textbox', { name: 'Largest angle of G1' }).fill('91');
  await page.keyboard.press('Enter');
  await expect(rows).toHaveCount(0);
});

test('the comb stands over the selected curves, their layer or all, and is kept so', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Lid').click();
  await user.section('Comb');
  /** How large the picture of the sheet is, packed: the more is drawn, the larger. */
  const drawn = async () => (await user.sheet.screenshot()).length;
  const selected = await drawn();
  await user.card.getByText('layer', { exact: true }).click();
  await expect.poll(drawn).toBeGreaterThan(selected * 1.05);
  const layer = await drawn();
  const kept = viewKept(page, '"of":"all"');
  await user.card.getByText('all', { exact: true }).click();
  await expect.poll(drawn).toBeGreaterThan(layer * 1.05);
  await kept;
  await page.reload();
  await user.curve('Lid').click();
  await expect(user.card.getByRole('button', { name: 'all', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(drawn).toBeGreaterThan(layer * 1.05);
});

test('a smallest radius is marked on sheet and strip, with the length that is tighter', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout centre line').click();
  const graph = page.getByRole('img', { name: /^Signed curvature/ });
  await expect(graph).not.toHaveAccessibleName(/limit/);
  await user.number_('Smallest radius allowed', '24');
  // By the card its smallest radius is 16.2 mm.
  await expect(graph).toHaveAccessibleName(/limit R 24\.0 mm: 36\.\d mm tighter/);
  await expect(user.sheet.locator('path.too-tight')).toHaveCount(2);
  await user.number_('Smallest radius allowed', '16');
  await expect(graph).toHaveAccessibleName(/nothing is tighter/);
  await expect(user.sheet.locator('path.too-tight')).toHaveCount(0);
  await user.card.getByRole('button', { name: 'no limit' }).click();
  await expect(graph).not.toHaveAccessibleName(/limit/);
});

test('the circle of curvature follows the pointer along the curve', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const [x0, y0] = (await user.places())(0, 0);
  const [x1] = (await user.places())(1, 0);
  await user.curve('Grip, outer').click();
  await user.card.getByRole('switch', { name: 'Circle of curvature at the pointer' }).click();
  const circle = user.sheet.locator('circle.osculating');
  await expect(circle).toHaveCount(0);
  const box = await user.fitPoint(4).boundingBox();
  if (!box) throw new Error('point 4 is not shown');
  await page.mouse.move(box.x + 5, box.y + 5, { steps: 3 });
  await expect(circle).toHaveCount(1);
  const shown = Number(await circle.getAttribute('r'));
  // As large as the radius that is said, at the zoom of the sheet.
  const [, said] = /R ([\d.]+) mm/.exec((await page.getByTestId('reading').textContent()) ?? '') ?? [];
  expect(shown).toBeGreaterThan(0.98 * Number(said) * (x1 - x0));
  expect(shown).toBeLessThan(1.02 * Number(said) * (x1 - x0));
  await user.hover(x0, y0);
  await expect(circle).toHaveCount(0);
});

test('one key shows only what is selected, one only the sheet; the same key brings the rest back', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await page.keyboard.press('Shift+S');
  await expect(user.prompt).toContainText('nothing is selected that could be shown alone');
  await user.curve('Lid').click();
  const drawn = async () => (await user.sheet.screenshot()).length;
  const all = await drawn();
  await page.keyboard.press('Shift+S');
  await expect.poll(drawn).toBeLessThan(0.8 * all);
  await expect(page.getByText('Only what was selected is shown')).toBeVisible();
  // What is selected in the list comes into sight.
  await user.curve('Knob').click();
  await expect(user.fitPoint(1)).toBeVisible();
  await user.curve('Lid').click();
  await page.keyboard.press('#');
  await expect(page.getByText('Only the sheet is shown')).toBeVisible();
  await expect(page.locator('pb-outline')).toBeHidden();
  await expect(user.card).toBeHidden();
  await expect(page.locator('pb-graphs')).toBeHidden();
  expect((await user.sheet.boundingBox())?.width).toBe(1280);
  await page.keyboard.press('#');
  await page.keyboard.press('Shift+S');
  await expect(user.card).toBeVisible();
  await expect.poll(drawn).toBeGreaterThan(0.95 * all);
});

test('one key shows the other half, how the curve goes on into it, and makes nothing', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await page.keyboard.press('=');
  await expect(user.prompt).toContainText('nothing is selected that could be shown mirrored');
  await page.keyboard.press('t');
  for (const place of ['-40, 20', '-20, 28', '0, 30']) await user.typePlace(place);
  await page.keyboard.press('Enter');
  await page.keyboard.press('b');
  await user.curve('Curve 1').click();
  const drawn = async () => (await user.sheet.screenshot()).length;
  const alone = await drawn();
  await page.keyboard.press('=');
  await expect(page.getByText('The other half is only shown, not made')).toBeVisible();
  await expect(
    user.sheet.getByRole('img', { name: /^Over the plane of symmetry: G0: tangents differ by/ }),
  ).toHaveCount(1);
  await expect.poll(drawn).toBeGreaterThan(alone);
  await expect(page.locator('pb-outline').getByRole('button', { name: /^Curve \d$/ })).toHaveCount(1);
  await page.keyboard.press('=');
  await expect(user.sheet.getByRole('img', { name: /^Over the plane/ })).toHaveCount(0);
});

test('several curves are laid over each other in the strip, and copied as a table', async ({ page, context }) => {
  const user = new BenchUser(page);
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await user.openKettle();
  await user.curve('Grip, outer').click();
  await user.curve('Grip, inner').click({ modifiers: ['Shift'] });
  await expect(page.locator('pb-graphs')).toContainText('Grip, outer, and 1 more in dashes');
  await page.getByRole('button', { name: 'copy', exact: true }).click();
  await expect(page.getByRole('button', { name: 'copied', exact: true })).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  const [head, ...rows] = text.split('\r\n');
  expect(head).toBe('curve,length mm,curvature 1/mm,rate 1/mm²,radius mm');
  expect(rows.length).toBeGreaterThan(100);
  expect(new Set(rows.map((row) => row.slice(0, row.indexOf('",') + 1)))).toEqual(
    new Set(['"Grip, outer"', '"Grip, inner"']),
  );
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'picture', exact: true }).click();
  expect((await saved).suggestedFilename()).toBe('Grip, outer curvature.png');
});

test('reading changes nothing that is drawn', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  const id = page.url().split('/').at(-1);
  const drawing = async () => {
    const { project, revision } = await (await page.request.get(`/api/projects/${id}`)).json();
    return JSON.stringify({ project, revision });
  };
  const before = await drawing();
  await page.keyboard.press('>');
  await expect(page.getByTestId('lump')).toBeVisible();
  await user.card.getByRole('button', { name: /is meant so/ }).click();
  for (const kind of ['inflections', 'extrema', 'flat stretches', 'monotone pieces', 'lumps']) {
    await user.card.getByRole('group', { name: 'What is marked' }).getByRole('button', { name: kind }).click();
  }
  await user.section('Comb');
  await user.card.getByText('all', { exact: true }).click();
  await user.strip('Continuity');
  await page
    .getByRole('button', { name: /^Go to/ })
    .first()
    .click();
  const kept = viewKept(page, '"of":"all"');
  await page.keyboard.press('a');
  await kept;
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  expect(await drawing()).toBe(before);
});

test('axe finds nothing serious in what is read', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await page.keyboard.press('>');
  await expect(page.getByTestId('lump')).toContainText('ironed');
  await isAccessible(page);
  await user.section('Comb');
  await user.strip('Continuity');
  await expect(page.getByRole('button', { name: /^Go to/ }).first()).toBeVisible();
  await isAccessible(page);
  await page.getByRole('button', { name: 'thresholds' }).click();
  await expect(page.getByRole('textbox', { name: 'Ends meet within' })).toBeVisible();
  await isAccessible(page);
});
