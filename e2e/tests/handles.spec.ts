import { BenchUser, valueOf } from '../bench';
import { expect, type Locator, type Page, test } from '../test';

/** A handle of the selected curve by what it is called. */
const handle = (user: BenchUser, name: string): Locator => user.sheet.getByRole('img', { name, exact: true });

async function middleOf(locator: Locator): Promise<[number, number]> {
  const box = await locator.boundingBox();
  if (!box) throw new Error('the handle is not shown');
  return [box.x + box.width / 2, box.y + box.height / 2];
}

/** Draws a wide arch through four points, well apart, and selects it. */
async function drawArch(user: BenchUser): Promise<void> {
  await user.newSheet();
  await user.draw([
    [120, 480],
    [280, 260],
    [480, 260],
    [640, 480],
  ]);
  await user.endDrawing('Curve 1');
}

/** The pointer from one place to another, pressed. */
async function drag(page: Page, [x, y]: readonly [number, number], dx: number, dy: number): Promise<void> {
  await page.mouse.move(x, y, { steps: 2 });
  await page.mouse.down();
  await page.mouse.move(x + dx, y + dy, { steps: 5 });
  await page.mouse.up();
}

test('every kind of handle is there at once and is dragged with the pointer', async ({ page }) => {
  const user = new BenchUser(page);
  await drawArch(user);
  await expect(user.card).toContainText('4 fit, 6 control');
  const spacing = (name: string) => user.card.getByRole('button', { name, exact: true });
  await expect(spacing('live')).toHaveAttribute('aria-pressed', 'true');

  await drag(page, await middleOf(handle(user, 'Point 2')), 20, -30);
  await user.lastStepIs('Move point 2 of Curve 1');
  await expect(spacing('live')).toHaveAttribute('aria-pressed', 'true');

  await drag(page, await middleOf(handle(user, 'Tangent at point 1')), -40, -10);
  await user.lastStepIs('Hold the tangent at point 1 of Curve 1');
  await page.keyboard.press('Control+z');

  await drag(page, await middleOf(handle(user, 'Control point 3')), 0, -60);
  await user.lastStepIs('Move control point 3 of Curve 1');
  await expect(spacing('held')).toHaveAttribute('aria-pressed', 'true');
  // Held, a fit point moves and the others stay.
  await user.card.getByRole('button', { name: 'Fit points' }).click();
  const others = [await user.number(1, 'y'), await user.number(3, 'y')];
  await drag(page, await middleOf(handle(user, 'Point 2')), -15, 10);
  await user.lastStepIs('Move point 2 of Curve 1');
  expect([await user.number(1, 'y'), await user.number(3, 'y')]).toEqual(others);

  // A knot by the arm of its tick, beside the fit point that stands on it.
  const knot = user.sheet.getByRole('img', { name: /^Knot 2 at/ });
  const turn = Number(/rotate\(([-\d.]+)\)/.exec((await knot.getAttribute('transform')) ?? '')?.[1]);
  const [kx, ky] = await middleOf(knot);
  const out = 12;
  const arm = [kx - Math.sin((turn * Math.PI) / 180) * out, ky + Math.cos((turn * Math.PI) / 180) * out] as const;
  await drag(page, arm, 30, 10);
  await user.lastStepIs('Move a knot of Curve 1');

  // A leg of the polygon, in its middle.
  const [a, b] = [await middleOf(handle(user, 'Control point 3')), await middleOf(handle(user, 'Control point 4'))];
  await drag(page, [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2], 10, -25);
  await user.lastStepIs('Move 2 points of Curve 1');

  // The weight of a selected control point.
  await page.mouse.click(...(await middleOf(handle(user, 'Control point 3'))));
  const weight = user.sheet.getByRole('img', { name: /^Weight of control point 3/ });
  const [wx, wy] = await middleOf(weight);
  const [px, py] = await middleOf(handle(user, 'Control point 3'));
  await drag(page, [wx, wy], (wx - px) / 2, (wy - py) / 2);
  await user.lastStepIs('Weigh control point 3 of Curve 1');
  await expect(user.card.getByRole('textbox', { name: 'Weight', exact: true })).not.toHaveValue('1');
  await page.keyboard.press('w');
  await expect(user.card.getByRole('textbox', { name: 'Weight', exact: true })).toHaveValue('1');
});

test('a curve by control points is bent at its knots, a closed one has a seam to drag', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openSampler();
  await user.curve('With weights').click();
  await page.keyboard.press('a');
  await page.keyboard.press('d');
  await expect(user.card.getByLabel('Degree', { exact: true })).toHaveText('4');
  for (let i = 0; i < 3; i++) await page.mouse.wheel(0, 0);
  const curve = await middleOf(handle(user, 'Curve at knot 1'));
  await page.mouse.move(...curve);
  for (let i = 0; i < 5; i++) await page.mouse.wheel(0, -300);
  await page.waitForTimeout(300);
  const start = await middleOf(handle(user, 'Curve at knot 1'));
  await page.mouse.move(start[0] + 16, start[1], { steps: 3 });
  await page.keyboard.press('q');
  await user.lastStepIs('Add a knot to With weights');
  await drag(page, await middleOf(handle(user, 'Curve at knot 1')), 12, -18);
  await user.lastStepIs('Bend With weights');

  await user.openKettle();
  await user.curve('Water window').click();
  await page.keyboard.press('a');
  await page.waitForTimeout(300);
  const [x, y] = await middleOf(handle(user, 'Start'));
  // Under the fit point on it: a key steps down to it.
  await page.mouse.move(x, y, { steps: 2 });
  for (let i = 0; i < 8; i++) {
    if ((await user.prompt.textContent())?.includes('Drag the start')) break;
    await page.keyboard.press('.');
    await page.waitForTimeout(60);
  }
  await expect(user.prompt).toContainText('Drag the start along the closed curve');
  await page.mouse.down();
  await page.mouse.move(x + 10, y - 70, { steps: 5 });
  await page.mouse.up();
  await user.lastStepIs('Move the seam of Water window');
});

test('without a pointer: arrows walk through handles of every kind, take them and move them', async ({ page }) => {
  const user = new BenchUser(page);
  await drawArch(user);
  const heard = user.sheet.locator('xpath=following-sibling::p[@aria-live]').first();
  const take = async (words: RegExp) => {
    await user.curve('Curve 1').click();
    await user.focusSheet();
    for (let i = 0; i < 40; i++) {
      await page.keyboard.press('ArrowRight');
      await page.waitForTimeout(40);
      if (words.test((await heard.textContent()) ?? '')) break;
    }
    await expect(heard).toHaveText(words);
    await page.keyboard.press('Enter');
  };
  await take(/^Point 2 of 4 of Curve 1/);
  await page.keyboard.press('ArrowUp');
  await user.lastStepIs('Move point 2 of Curve 1');
  await take(/^Tangent at point 1 of Curve 1/);
  await page.keyboard.press('ArrowUp');
  await user.lastStepIs('Hold the tangent at point 1 of Curve 1');
  await take(/^Control point 3 of 6 of Curve 1/);
  await page.keyboard.press('Shift+ArrowUp');
  await user.lastStepIs('Move control point 3 of Curve 1');
  await take(/^Knot 1 at .* of Curve 1/);
  await page.keyboard.press('ArrowRight');
  await user.lastStepIs('Move a knot of Curve 1');
  await take(/^Control point 3 of 6 of Curve 1/);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Escape');
  await user.curve('Curve 1').click();
  await page.keyboard.press('r');
  await user.lastStepIs('Reverse Curve 1');
});

test('points are chosen by box, lasso and Shift-click, and go together along an axis', async ({ page }) => {
  const user = new BenchUser(page);
  await drawArch(user);
  const box = await user.sheet.boundingBox();
  if (!box) throw new Error('the sheet is not shown');
  const at = (x: number, y: number): [number, number] => [box.x + x, box.y + y];
  await drag(page, at(230, 150), 300, 110);
  await expect(user.card).toContainText('2 points selected');
  await expect(user.sheet.locator('circle.fit.selected')).toHaveCount(2);
  await page.keyboard.down('Shift');
  await page.mouse.click(...(await middleOf(handle(user, 'Point 1'))));
  await page.keyboard.up('Shift');
  await expect(user.card).toContainText('3 points selected');

  const [x1, y1] = [await user.number(1, 'x'), await user.number(1, 'y')];
  await page.keyboard.press('y');
  await drag(page, await middleOf(handle(user, 'Point 2')), 60, -40);
  await user.lastStepIs('Move 3 points of Curve 1');
  expect(await user.number(1, 'x')).toBe(x1);
  expect(await user.number(1, 'y')).toBeGreaterThan(y1);
  await page.keyboard.press('Escape');

  await page.keyboard.down('Alt');
  const [lx, ly] = await middleOf(handle(user, 'Point 4'));
  await page.mouse.move(lx - 40, ly - 30);
  await page.mouse.down();
  for (const [dx, dy] of [[40, -30], [40, 30], [-40, 30]] as const) await page.mouse.move(lx + dx, ly + dy, { steps: 4 }); // prettier-ignore
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await expect(user.sheet.locator('circle.fit.selected')).toHaveCount(1);
  await expect(user.card).toContainText('Point 4');

  // A coordinate from another point.
  await page.keyboard.press('Shift+Y');
  await expect(user.prompt).toContainText('Click the point whose y is taken');
  await page.mouse.click(...(await middleOf(handle(user, 'Point 2'))));
  await expect(user.coordinate(4, 'y')).toHaveValue(await valueOf(user.coordinate(2, 'y')));

  // Pinned, it stays in y.
  await user.card.getByRole('button', { name: 'Pin y' }).click();
  const y4 = await valueOf(user.coordinate(4, 'y'));
  await drag(page, await middleOf(handle(user, 'Point 4')), 20, 40);
  await expect(user.coordinate(4, 'y')).toHaveValue(y4);
});

test('kinks, tangents and radii are held on the card and freed again', async ({ page }) => {
  const user = new BenchUser(page);
  await drawArch(user);
  await page.mouse.click(...(await middleOf(handle(user, 'Point 2'))));
  const { card } = user;
  await card.getByRole('button', { name: 'kink', exact: true }).click();
  await expect(user.sheet.locator('path.kink')).toHaveCount(1);
  await page.keyboard.press('k');
  await expect(user.sheet.locator('path.kink')).toHaveCount(0);

  await card.getByRole('button', { name: 'horizontal' }).click();
  await expect(card.getByRole('textbox', { name: 'Direction of the tangent' })).toHaveValue('0°');
  const strength = card.getByRole('textbox', { name: 'Strength of the tangent' });
  await strength.fill('2 * 30 mm');
  await strength.press('Enter');
  await expect(strength).toHaveValue('60.000');
  await card.getByRole('button', { name: 'ratio', exact: true }).click();
  await expect(card.getByRole('textbox', { name: 'Strength as a ratio of the chord' })).toHaveValue(/^\d\.\d+$/);
  await card.getByRole('button', { name: 'Hold the direction' }).click();
  await expect(user.sheet.locator('path.tangent.held')).toHaveCount(0);

  const radius = card.getByRole('textbox', { name: 'Radius of curvature' });
  await radius.fill('50');
  await radius.press('Enter');
  await user.lastStepIs('Hold the radius at point 2 of Curve 1');
  await expect(card.getByRole('button', { name: 'Hold the radius' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Control+z');
  await expect(card.getByRole('button', { name: 'Hold the radius' })).toHaveAttribute('aria-pressed', 'false');
});

test('several selected handles are taken out as one step, at one price', async ({ page }) => {
  const user = new BenchUser(page);
  await drawArch(user);
  await page.mouse.click(...(await middleOf(handle(user, 'Point 2'))));
  await page.keyboard.down('Shift');
  await page.mouse.click(...(await middleOf(handle(user, 'Point 3'))));
  await page.keyboard.up('Shift');
  await expect(user.card).toContainText('2 points selected');
  await page.keyboard.press('Delete');
  await expect(user.card).toContainText('Remove 2 points of Curve 1: the curve would move by up to');
  await user.card.getByRole('button', { name: 'Apply' }).click();
  await expect(user.card).toContainText('2 fit');
  await user.lastStepIs('Remove 2 points of Curve 1');
  await page.keyboard.press('Control+z');
  await expect(user.card).toContainText('4 fit');
});

test('a curve by control points is turned at its knots, by the stem of its tangent or typed', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('By control points');
  for (const place of ['-60, 0', '-30, 30', '0, -20', '30, 30', '60, 0']) await user.typePlace(place);
  await page.keyboard.press('Enter');
  await user.curve('Curve 1').click();
  const on = user.sheet.locator('circle.on').first();
  await on.click();
  await expect(user.sheet.locator('path.tangent')).toHaveCount(2);
  const [x, y] = await middleOf(on);
  await user.drag(user.sheet.locator('path.tangent').first(), 10, -25);
  await user.lastStepIs('Turn Curve 1');
  const direction = user.card.getByRole('textbox', { name: 'Direction of the curve here' });
  await direction.fill('0');
  await direction.press('Enter');
  await expect(direction).toHaveValue('0°');
  // The place itself has stayed.
  const [nowX, nowY] = await middleOf(on);
  expect(Math.hypot(nowX - x, nowY - y)).toBeLessThan(0.5);
  await user.number_('Strength of the tangent here', '25');
  await expect(user.card.getByRole('textbox', { name: 'Strength of the tangent here' })).toHaveValue('25.000');
});

test('a box takes the points of several curves, which move and go together', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  for (const [number, places] of [
    [
      [120, 300],
      [260, 220],
      [400, 300],
    ],
    [
      [400, 300],
      [540, 380],
      [680, 300],
    ],
  ].entries()) {
    await user.draw(places as [number, number][]);
    await user.endDrawing(`Curve ${number + 1}`);
  }
  await user.curve('Curve 1').click();
  await user.curve('Curve 2').click({ modifiers: ['Shift'] });
  await expect(user.card).toContainText('2 selected');
  await user.press([430, 262], [372, 332]);
  await expect(user.card).toContainText('2 points of 2 curves selected');
  await expect(user.sheet.getByRole('img', { name: 'Point 3 of Curve 1' })).toBeVisible();
  const meeting = user.sheet.getByRole('img', { name: 'Point 1 of Curve 2' });
  await drag(page, await middleOf(meeting), 0, -60);
  await user.lastStepIs('Move 2 points of Curve 1 and Curve 2');
  // Arrows move them on; released, that is a step too.
  await page.keyboard.press('ArrowUp');
  await user.focusSheet();
  await page.keyboard.press('Control+z');
  await user.lastStepIs('Move 2 points of Curve 1 and Curve 2');
  await page.keyboard.press('Control+z');
  await user.lastStepIs('Draw Curve 2');

  await page.keyboard.press('Delete');
  await expect(user.card).toContainText('Remove 2 points of Curve 1 and Curve 2');
  await expect(user.card).toContainText('would move most');
  await page.keyboard.press('Enter');
  await user.lastStepIs('Remove 2 points of Curve 1 and Curve 2');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');
  await expect(user.card).toContainText('Drag the frame to move them');
});

test('a kink has a tangent for each side, dragged and typed by itself', async ({ page }) => {
  const user = new BenchUser(page);
  await drawArch(user);
  await user.fitPoint(2).click();
  await user.card.getByRole('button', { name: 'kink', exact: true }).click();
  await user.lastStepIs('Make point 2 of Curve 1 a kink');
  const field = (name: string) => user.card.getByRole('textbox', { name, exact: true });
  await user.number_('Direction of the tangent before', '90');
  await user.lastStepIs('Hold the tangent at point 2 of Curve 1');
  await expect(field('Direction of the tangent before')).toHaveValue('90°');
  const after = await valueOf(field('Direction of the tangent after'));
  expect(after).not.toBe('90°');

  await drag(page, await middleOf(handle(user, 'Tangent before point 2')), -60, 10);
  await expect(field('Direction of the tangent before')).not.toHaveValue('90°');
  await expect(field('Direction of the tangent after')).toHaveValue(after);
  await page.keyboard.press('Control+z');
  await drag(page, await middleOf(handle(user, 'Tangent after point 2')), 10, 70);
  await expect(field('Direction of the tangent before')).toHaveValue('90°');
  await expect(field('Direction of the tangent after')).not.toHaveValue(after);

  // Both are held now; one is let go by its lock.
  await user.card.getByRole('button', { name: 'Hold the direction before' }).click();
  await user.lastStepIs('Free the tangent at point 2 of Curve 1');
});
