import { BenchUser, valueOf } from '../bench';
import { expect, test } from '../test';

/** Two lines, one of them level. */
async function lines(user: BenchUser) {
  await user.newSheet();
  const at = await user.places();
  for (const [from, to] of [['-60, 40', '-20, 40'], ['20, -30', '60, -10']]) {
    await user.tool('Line');
    await user.typePlace(from);
    await user.typePlace(to);
  } // prettier-ignore
  return at;
}

/** Goes from one place of the sheet to another with the pointer down, and looks at what is caught before it is let go. */
async function dragged(
  user: BenchUser,
  from: readonly [number, number],
  to: readonly [number, number],
  catches: string,
) {
  const { mouse } = user.page;
  await user.hover(...from);
  await mouse.down();
  await user.hover((from[0] + to[0]) / 2, (from[1] + to[1]) / 2);
  await user.hover(...to);
  if (catches) await expect(user.caught).toContainText(catches);
  else await expect(user.caught).toHaveCount(0);
  await mouse.up();
}

test('a dragged point is caught as a placed one is; Ctrl goes past', async ({ page }) => {
  const user = new BenchUser(page);
  const at = await lines(user);
  await user.curve('Line 2').click();
  const [x, y] = at(20, -30);
  const [tx, ty] = at(-20, 40);
  await dragged(user, [x, y], [tx + 3, ty + 3], 'end of Line 1');
  await expect(user.caught).toHaveCount(0);
  // An end that is put on another one is joined to it.
  await expect(user.card.getByRole('heading', { name: 'Line 1 · Line 2' })).toBeVisible();
  await user.curve('Line 2').click();
  const first = (axis: string) =>
    user.card.getByRole('textbox', { name: `Control point 1 ${axis}`, exact: true }).first();
  await expect(first('x')).toHaveValue('-20.000');
  await expect(first('y')).toHaveValue('40.000');
  await page.keyboard.press('Control+z');
  await page.keyboard.down('Control');
  await dragged(user, [x, y], [tx + 3, ty + 3], '');
  await page.keyboard.up('Control');
  await expect(first('y')).not.toHaveValue('40.000');
});

test('a whole curve is caught by the place where it was taken up', async ({ page }) => {
  const user = new BenchUser(page);
  const at = await lines(user);
  await user.curve('Line 2').click();
  // The middle of the second line goes onto the end of the first one.
  const [tx, ty] = at(-60, 40);
  await dragged(user, at(40, -20) as [number, number], [tx + 3, ty - 3], 'end of Line 1');
  await user.lastStepIs('Move Line 2');
  expect(await valueOf(page.getByRole('textbox', { name: 'Control point 1 x', exact: true }).first())).toMatch(/^-8\d/);
});

test('a tangent is caught by a line and by 15 degrees', async ({ page }) => {
  const user = new BenchUser(page);
  const at = await lines(user);
  await user.tool('Through points');
  for (const place of ['-20, 0', '0, 10', '20, -30']) await user.typePlace(place);
  await page.keyboard.press('Enter');
  const tangent = async (number: number) => {
    const box = await user.sheet.locator('path.tangent').nth(number).boundingBox();
    const sheet = await user.sheet.boundingBox();
    if (!box || !sheet) throw new Error('the tangent is not shown');
    return [box.x + box.width / 2 - sheet.x, box.y + box.height / 2 - sheet.y] as const;
  };
  const [x, y] = at(-20, 0);
  // The first line is level, and comes before an angle.
  await dragged(user, await tangent(0), [x + 90, y + 3], 'along Line 1');
  await dragged(user, await tangent(0), [x + 40, y - 40 * Math.tan(Math.PI / 3) + 3], '60°');
  await user.fitPoint(1).click();
  await expect(user.card.getByRole('textbox', { name: 'Direction of the tangent' })).toHaveValue('60°');
});
