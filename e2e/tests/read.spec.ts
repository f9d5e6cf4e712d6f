import { readFile } from 'node:fs/promises';
import { isAccessible } from '../accessible';
import { BenchUser, viewKept } from '../bench';
import { expect, test } from '../test';

const lumpRows = (user: BenchUser) => user.card.getByRole('list', { name: 'Lumps' }).getByRole('listitem');

test("the worst lump is in view and named after one key from the project's opening; keys go on and back", async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await page.keyboard.press('>');
  const tag = page.getByTestId('lump');
  await expect(tag).toBeInViewport();
  await expect(tag).toContainText(/(tightens, then relaxes|relaxes, then tightens), near \d+ mm/);
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
  await user.curve('Spout, underside').click();
  await expect(lumpRows(user)).toHaveCount(1);
  await expect(user.card.getByTestId('fairness')).toContainText(/^1 lump, largest \d+ %; .*monotone pieces/);
  await expect(user.card.getByTestId('fairness')).toContainText(/roughness [\d.]+/);
  await expect(user.sheet.locator('g.lump')).toHaveCount(1);
  const isMeant = viewKept(page, '"intended":[{');
  await user.card.getByRole('button', { name: 'Lump 1 is meant so' }).click();
  await expect(lumpRows(user)).toHaveCount(0);
  await expect(user.sheet.locator('g.lump')).toHaveCount(0);
  await expect(user.card.getByTestId('fairness')).toContainText('No lump');
  await isMeant;
  await page.reload();
  await user.curve('Spout, underside').click();
  await expect(lumpRows(user)).toHaveCount(0);
  await expect(user.card).toContainText('1 meant so');
  await user.card.getByRole('button', { name: 'list it again' }).click();
  await expect(lumpRows(user)).toHaveCount(1);
  const kept = viewKept(page, '"least":0.2');
  await user.number_('Lumps are listed from', '20');
  await kept;
  await expect(lumpRows(user)).toHaveCount(0);
});

test('every kind of mark can be switched on and off, and says what it is', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout, upper').click();
  const marked = (name: string | RegExp) => user.sheet.getByRole('img', { name });
  const switches = user.card.getByRole('group', { name: 'What is marked' });
  await expect(marked(/^The curve hooks/)).toHaveCount(1);
  await switches.getByRole('button', { name: 'end hooks' }).click();
  await expect(marked(/^The curve hooks/)).toHaveCount(0);
  for (const [kind, name, count] of [
    ['inflections', /^Inflection at/, 2],
    ['extrema', /^Curvature has a (maximum|minimum)/, 3],
    ['monotone pieces', /^Curvature (rises|falls) from/, 4],
  ] as const) {
    await expect(marked(name)).toHaveCount(0);
    await switches.getByRole('button', { name: kind }).click();
    await expect(marked(name)).toHaveCount(count);
  }
  await user.curve('Base').click();
  await expect(marked(/^Flat for/)).toHaveCount(0);
  await switches.getByRole('button', { name: 'flat stretches' }).click();
  await expect(marked(/^Flat for 123.6 mm/)).toHaveCount(1);
  await user.curve('Wall, right').click();
  // Where it is joined the joint's own mark stands; where it only meets another one, the level that it has by chance.
  await expect(marked(/^joint of Wall, right and Shoulder, right, wanted G1/)).toHaveCount(1);
  await user.curve('Grip, end').click();
  await expect(marked(/^Kink of 67/)).toHaveCount(1);
  await user.openSampler();
  await user.curve('Rectangle').click();
  await expect(marked(/^Kink of 90/)).toHaveCount(4);
});

test('lumps follow a drag; the card follows where it rests', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout, underside').click();
  await expect(user.sheet.locator('g.lump')).toHaveCount(1);
  const box = await user.fitPoint(4).boundingBox();
  if (!box) throw new Error('point 4 is not shown');
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 45, box.y + 25, { steps: 6 });
  await expect(user.sheet.locator('g.lump')).not.toHaveCount(1);
  await expect(lumpRows(user)).not.toHaveCount(1);
  const count = await user.sheet.locator('g.lump').count();
  await expect(lumpRows(user)).toHaveCount(count);
  await page.mouse.up();
  await expect(lumpRows(user)).toHaveCount(count);
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
  await expect(strip.getByRole('status')).toHaveText(`5 of ${all} places`);
  const corner = rows.filter({ hasText: /Base corner, right \(start\) · Base \(end\)/ });
  await expect(corner).toContainText(/G2\s*0\.000\s*0\.00\d*°/);
  await corner.click();
  await expect(corner).toHaveClass(/current/);
  await expect(user.card.getByRole('heading', { name: 'Base corner, right', exact: true })).toBeVisible();
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
  // With such angles let pass, the corners of the spout's mouth reach G1.
  await strip.getByRole('searchbox', { name: 'Find a curve' }).fill('mouth');
  await expect(rows).toHaveCount(3);
  await strip.getByRole('button', { name: 'thresholds' }).click();
  await page.getByRole('textbox', { name: 'Largest angle of G1' }).fill('113');
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
  await user.curve('Spout, underside').click();
  const graph = page.getByRole('img', { name: /^Signed curvature/ });
  await expect(graph).not.toHaveAccessibleName(/limit/);
  await user.number_('Smallest radius allowed', '24');
  // By the card its smallest radius is 16.2 mm, at the lip's end: only the top bend is tighter than 24.
  await expect(graph).toHaveAccessibleName(/limit R 24\.0 mm: 22\.\d mm tighter/);
  await expect(user.sheet.locator('path.too-tight')).toHaveCount(1);
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
  await page.getByRole('button', { name: 'PNG', exact: true }).click();
  expect((await saved).suggestedFilename()).toBe('Grip, outer curvature.png');
});

/** Of how many lines the longest path of a picture is. */
const mostLines = (svg: string) =>
  Math.max(...[...svg.matchAll(/ d="([^"]*)"/g)].map(([, path]) => path.split('L').length - 1));

test('the strip shows rate and radius too, linear or logarithmic, and saves what it shows as lines', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout, underside').click();
  const choice = (name: string) => page.locator('pb-strip-controls').getByRole('button', { name, exact: true });
  const svg = async () => {
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'SVG', exact: true }).click();
    const download = await saved;
    const text = await readFile((await download.path()) ?? '', 'utf8');
    expect(text).toMatch(/^<svg .*<\/svg>$/s);
    return { name: download.suggestedFilename(), text };
  };
  const curvature = await svg();
  expect(curvature.name).toBe('Spout, underside curvature.svg');
  // The lump has its number, and the curve is a path of many lines.
  expect(curvature.text).toMatch(/<text[^>]*>1<\/text>/);
  expect(mostLines(curvature.text)).toBeGreaterThan(50);
  await choice('Rate of curvature').click();
  await expect(page.getByRole('img', { name: 'Rate of curvature over arc length' })).toBeVisible();
  const rate = await svg();
  expect(rate.name).toBe('Spout, underside rate.svg');
  expect(mostLines(rate.text)).toBeGreaterThan(50);
  await choice('Radius of curvature').click();
  await expect(page.getByRole('img', { name: 'Radius of curvature over arc length' })).toBeVisible();
  const linear = await svg();
  await choice('log').click();
  await expect.poll(async () => (await svg()).text).not.toBe(linear.text);
  expect((await svg()).text).toMatch(/>1000?</);
});

test('the strip is zoomed and moved under the pointer and by keys, with its cursor on the sheet', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Spout, underside').click();
  const graph = page.getByRole('img', { name: /^Signed curvature/ });
  const whole = page.getByRole('button', { name: 'whole length' });
  const box = await graph.boundingBox();
  if (!box) throw new Error('the graph is not shown');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  /** The length under a pixel of the graph, as it is said. */
  const lengthAt = async (px: number) => {
    await page.mouse.move(px, y, { steps: 2 });
    return Number.parseFloat((await page.getByTestId('reading').textContent()) ?? '');
  };
  const [middle, right] = [await lengthAt(x), await lengthAt(x + 200)];
  await page.mouse.move(x, y);
  await page.mouse.wheel(0, -400);
  await expect(whole).toBeVisible();
  // What was under the pointer stays there; beside it the axis is drawn out.
  expect(Math.abs((await lengthAt(x)) - middle)).toBeLessThan(0.2);
  const closer = await lengthAt(x + 200);
  expect(closer - middle).toBeLessThan(0.6 * (right - middle));
  await expect(user.sheet.locator('circle.cursor')).toHaveCount(1);
  // In the graph a drag takes a stretch; by the axis it moves what is seen.
  const axis = box.y + box.height - 8;
  await page.mouse.move(x, axis);
  await page.mouse.down();
  await page.mouse.move(x + 100, axis, { steps: 4 });
  await page.mouse.up();
  expect(Math.abs((await lengthAt(x + 100)) - middle)).toBeLessThan(0.2);
  await graph.focus();
  await page.keyboard.press('ArrowRight');
  expect(await lengthAt(x + 100)).toBeGreaterThan(middle + 1);
  await page.keyboard.press('0');
  await expect(whole).toHaveCount(0);
  expect(Math.abs((await lengthAt(x)) - middle)).toBeLessThan(0.2);
  await page.keyboard.press('+');
  await whole.click();
  await expect(whole).toHaveCount(0);
});

test('curves that meet are laid end to end, with the level where they do', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Wall, right').click();
  const end = page.locator('pb-strip-controls').getByRole('button', { name: 'end to end' });
  const svg = async () => {
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'SVG', exact: true }).click();
    return readFile((await (await saved).path()) ?? '', 'utf8');
  };
  const alone = await svg();
  await end.click();
  // Lid, other wall and base go on in each other; the levels stand at the foot, one for each meeting.
  await expect.poll(async () => (await svg()).match(/>G[0-3]</g)?.length ?? 0).toBeGreaterThanOrEqual(2);
  expect(await svg()).toMatch(/stroke-dasharray="6,3"/);
  expect(alone).not.toMatch(/stroke-dasharray="6,3"/);
});

test('a curve is compared with another: how far off, where, how much within a tolerance', async ({ page, context }) => {
  const user = new BenchUser(page);
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await user.newSheet();
  for (const [first, last] of [
    ['0, 0', '200, 0'],
    ['0, 1', '200, 3'],
  ]) {
    await page.keyboard.press('Shift+L');
    await user.typePlace(first);
    await user.typePlace(last);
  }
  await page.keyboard.press('b');
  await user.curve('Line 2').click();
  await user.strip('Deviation');
  const strip = page.locator('pb-deviation-panel');
  await expect(strip).toContainText('Select a second curve, or points, with Shift');
  await user.curve('Line 1').click({ modifiers: ['Shift'] });
  const words = strip.getByTestId('deviation');
  await expect(words).toContainText(/At most 3\.000 mm, near 20\d\.\d mm; proven not over 3\.0\d\d mm\./);
  await expect(words).toContainText('Mean 2.000 mm.');
  await strip.getByRole('textbox', { name: 'Deviation allowed' }).fill('2.5');
  await page.keyboard.press('Enter');
  await expect(words).toContainText(/Within 2\.500 mm: 75\.\d % of the length/);
  await expect(strip.getByRole('img', { name: 'Deviation over arc length' })).toBeVisible();
  await expect(strip.getByRole('img', { name: /^How much lies how far off, as bars up to 3\.6 mm/ })).toBeVisible();
  // It is copied as a table, and saved as a picture.
  await page.getByRole('button', { name: 'copy', exact: true }).click();
  await expect(page.getByRole('button', { name: 'copied', exact: true })).toBeVisible();
  const table = await page.evaluate(() => navigator.clipboard.readText());
  expect(table).toMatch(/^curve,length mm,deviation mm,x mm,y mm,z mm\r\nLine 2,0,/);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'SVG', exact: true }).click();
  expect((await saved).suggestedFilename()).toBe('Line 2 deviation.svg');
  // On the sheet: the largest one by its figure, and what is further off.
  await expect(user.sheet.getByText('3.000 mm')).toBeVisible();
  await expect(user.sheet.locator('path.beyond-curve')).toHaveCount(1);
  // It is kept which curve it is compared with; here that stays where another is selected.
  const kept = viewKept(page, '"kind":"item"');
  await user.compareWith('Line 1');
  await kept;
  await page.reload();
  await user.curve('Line 2').click();
  await user.strip('Deviation');
  await expect(words).toContainText('At most 3.000 mm');
  await user.curve('Line 1').click();
  await expect(strip).toContainText('This is what others are compared with');
});

test('then and now: a stage is what the curve is compared with, in a drag as well, and what changed is said', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.nameStage('First idea');
  await user.curve('Grip, outer').click();
  await user.strip('Deviation');
  const strip = page.locator('pb-deviation-panel');
  const words = strip.getByTestId('deviation');
  await user.compareWith('First idea');
  await expect(words).toContainText('On it all along; proven not over 0.000 mm.');
  await expect(words).toContainText('As it was.');
  const box = await user.fitPoint(4).boundingBox();
  if (!box) throw new Error('point 4 is not shown');
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 5, box.y + 25, { steps: 4 });
  await expect(words).toContainText(/At most [\d.]+ mm, near \d+\.\d mm/);
  await expect(user.sheet.locator('path.reference')).toHaveCount(1);
  await page.mouse.up();
  await expect(words).toContainText(/proven not over [\d.]+ mm/);
  await expect(words).toContainText(/Then [\d.]+ mm, now [\d.]+ mm long/);
  await user.curve('Lid').click();
  await expect(words).toContainText('Elsewhere Grip, outer changed.');
  await user.compareWith('its mirror image');
  // The lid is symmetric, and nothing is told of a stage any more.
  await expect(words).not.toContainText('Elsewhere');
  await expect(words).toContainText('On it all along; proven not over 0.000 mm.');
  await user.compareWith(/^points of /);
  await expect(words).toContainText(/% of the points/);
});

test('what is measured stands on the sheet, follows the drawing, is kept, and is taken away', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  for (const [first, last] of [
    ['0, 0', '100, 0'],
    ['0, 30', '100, 30'],
  ]) {
    await page.keyboard.press('Shift+L');
    await user.typePlace(first);
    await user.typePlace(last);
  }
  await page.keyboard.press('b');
  await page.keyboard.press('a');
  const at = await user.places();
  await user.tool('Measure distance');
  await expect(user.card).toContainText('Nothing is measured yet');
  await user.click(...at(0, 0));
  await user.hover(...at(100, 30));
  await expect(user.sheet.getByRole('img', { name: /^104\.403 mm/ })).toHaveCount(1);
  await user.click(...at(100, 30));
  const list = user.card.getByRole('list', { name: 'Measurements' }).getByRole('listitem');
  await expect(list).toHaveText(/^104\.403 mm.*Line 1 and Line 2.*Δx 100\.000 Δy 30\.000/s);
  await user.tool('Measure clearance');
  await user.click(...at(30, 0));
  await user.click(...at(60, 30));
  await expect(list.last()).toContainText(/^30\.000 mm/);
  await expect(list.last()).toContainText('proven not under');
  await user.tool('Measure angle');
  const kept = viewKept(page, '"kind":"angle"');
  for (const [x, y] of [[0, 30], [0, 0], [100, 0]] as const) await user.click(...at(x, y)); // prettier-ignore
  await expect(list.last()).toContainText('90.00°');
  await user.tool('Measure area');
  await user.click(...at(50, 0));
  await expect(page.getByRole('alert').or(user.prompt)).toContainText(/only a closed one encloses an area/);
  await kept;
  // A point of a line is moved: what was measured follows.
  await page.keyboard.press('Escape');
  await user.curve('Line 2').click();
  await user.card.getByRole('textbox', { name: /[Pp]oint 2 y$/ }).fill('40');
  await page.keyboard.press('Enter');
  await expect(user.sheet.getByRole('img', { name: /^107\.703 mm/ })).toHaveCount(1);
  await page.reload();
  await expect(user.sheet.getByRole('img', { name: /^107\.703 mm/ })).toHaveCount(1);
  await user.card.getByRole('button', { name: /^Take away 107\.703 mm/ }).click();
  await expect(user.sheet.getByRole('img', { name: /^107\.703 mm/ })).toHaveCount(0);
  await expect(list).toHaveCount(2);
});

test('area and centroid of a closed curve, and a direction against x', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await page.keyboard.press('Shift+R');
  await user.typePlace('-50, -20');
  await user.typePlace('50, 20');
  await page.keyboard.press('b');
  await page.keyboard.press('a');
  const at = await user.places();
  const list = user.card.getByRole('list', { name: 'Measurements' }).getByRole('listitem');
  await user.tool('Measure area');
  await user.click(...at(-20, 20));
  await expect(list).toHaveText(/^4000 mm².*centroid 0\.000, 0\.000, 0\.000/s);
  await user.tool('Measure tangents');
  await user.click(...at(-20, 20));
  await page.keyboard.press('Enter');
  await expect(list.last()).toContainText(/^(0\.00|−?180\.00)° to x/);
});

test('the list has lumps and what lightening would leave of every row, a moment later', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await expect(
    page
      .locator('pb-outline')
      .getByTitle(/control points; roughness [\d.]+; \d+ would do$/)
      .first(),
  ).toBeVisible();
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
  await user.card.getByRole('button', { name: 'Lump 1 is meant so' }).click();
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
  await user.strip('Curvature');
  for (const name of ['Rate of curvature', 'Radius of curvature', 'log', 'end to end', 'Curvature']) {
    await page.locator('pb-strip-controls').getByRole('button', { name, exact: true }).click();
  }
  await user.strip('Deviation');
  await user.compareWith('its mirror image');
  await expect(page.getByTestId('deviation')).toContainText(/At most [\d.]+ mm/);
  await page.keyboard.press('=');
  await page.keyboard.press('=');
  await user.tool('Measure distance');
  await user.click(300, 300);
  await user.click(420, 380);
  const kept = viewKept(page, '"measurements":[{');
  await user.tool('Measure clearance');
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

test('axe finds nothing serious in radius, deviation and measurements', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Lid').click();
  await page.locator('pb-strip-controls').getByRole('button', { name: 'Radius of curvature', exact: true }).click();
  await expect(page.getByRole('img', { name: 'Radius of curvature over arc length' })).toBeVisible();
  await user.hover(300, 300);
  await expect(page.locator('.p-tooltip')).toHaveCount(0);
  await isAccessible(page);
  await user.strip('Deviation');
  await page.getByRole('combobox', { name: 'Compared with' }).click();
  await isAccessible(page);
  await page.getByRole('option', { name: 'its mirror image' }).click();
  await expect(page.getByTestId('deviation')).toContainText('proven not over');
  await isAccessible(page);
  await user.tool('Measure distance');
  await isAccessible(page);
  await user.click(300, 300);
  await user.click(420, 380);
  await expect(user.card.getByRole('list', { name: 'Measurements' }).getByRole('listitem')).toContainText('mm');
  await isAccessible(page);
});
