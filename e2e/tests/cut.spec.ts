import { BenchUser } from '../bench';
import { expect, test } from '../test';

/** A level line from (-60, 0) to (60, 0), an upright one crossing it at (20, 0), and where places lie in pixels. */
async function cross(user: BenchUser): Promise<(x: number, y: number) => readonly [number, number]> {
  await user.newSheet();
  const at = await user.places();
  for (const [from, to] of [['-60, 0', '60, 0'], ['20, -40', '20, 40']]) {
    await user.tool('Line');
    await user.typePlace(from);
    await user.typePlace(to);
  } // prettier-ignore
  return at;
}

const lengthOf = async (user: BenchUser, name: string, length: string) => {
  await user.page.keyboard.press('Escape');
  await user.curve(name).click();
  await expect(user.card).toContainText(length);
  await user.page.keyboard.press('Escape');
};

test('split, trim, extend, shorten, join: by clicks, each step by its name', async ({ page }) => {
  const user = new BenchUser(page);
  const at = await cross(user);
  await user.tool('Trim');
  await user.click(...at(45, 0));
  await lengthOf(user, 'Line 1', '80.00 mm');
  await user.tool('Extend or shorten');
  await user.click(...at(-50, 0));
  await user.typePlace('15');
  await lengthOf(user, 'Line 1', '95.00 mm');
  await user.tool('Extend or shorten');
  await user.click(...at(-70, 0));
  await user.typePlace('-5');
  await lengthOf(user, 'Line 1', '90.00 mm');
  await user.tool('Split');
  await user.click(...at(20, 20));
  await expect(user.curve('Line 3')).toBeVisible();
  await user.tool('Make one');
  await user.click(...at(20, 10));
  await user.click(...at(20, 24));
  await user.lastStepIs('Make one of Line 2 and Line 3');
  await lengthOf(user, 'Line 2', '80.00 mm');
});

test('fillet, chamfer, offset, divide, midway; what does not fit is said and changes nothing', async ({ page }) => {
  const user = new BenchUser(page);
  const at = await cross(user);
  await user.tool('Fillet');
  await user.number_('Radius', '500');
  await user.click(...at(0, 0));
  await user.click(...at(20, 20));
  await expect(user.prompt).toContainText('No arc of radius 500 mm fits');
  await user.number_('Radius', '10');
  await user.click(...at(0, 0));
  await user.click(...at(20, 20));
  await lengthOf(user, 'Fillet 1', '15.71 mm');
  await page.keyboard.press('Control+z');
  await user.tool('Chamfer');
  await user.click(...at(0, 0));
  await user.click(...at(20, 20));
  await lengthOf(user, 'Chamfer 1', '7.07 mm');
  await page.keyboard.press('Control+z');
  await user.tool('Offset');
  await user.click(...at(-30, 0));
  await user.click(...at(-30, 12));
  await expect(user.curve('Offset 1')).toBeVisible();
  await user.tool('Midway');
  await user.click(...at(-30, 0));
  await user.click(...at(-30, 12));
  await expect(user.curve('Midway 1')).toBeVisible();
  await user.tool('Divide');
  await user.click(...at(-40, 0));
  await expect(user.curve('Point 6')).toBeVisible();
  await user.tool('Trim');
  await user.click(...at(-30, 6));
  await user.click(...at(-30, -45));
  await expect(user.prompt).toContainText('There is no curve under that place');
});

test('move, copy, rotate, scale, mirror, array: what is selected, by clicks and typed values', async ({ page }) => {
  const user = new BenchUser(page);
  await cross(user);
  const carried = async (tool: string, ...places: readonly string[]) => {
    await user.curve('Line 2').click();
    await user.tool(tool);
    for (const place of places) await user.typePlace(place);
    await page.keyboard.press('Escape');
  };
  await carried('Move', '0, 0', '+5, 5');
  await user.lastStepIs('Move Line 2');
  await carried('Rotate', '25, 5', '35, 5', '90');
  await user.curve('Line 2').click();
  await expect(user.card.getByRole('textbox', { name: 'Control point 1 y', exact: true })).toHaveValue('5.000');
  await page.keyboard.press('Escape');
  await carried('Scale', '25, 5', '35, 5', '0.5');
  await lengthOf(user, 'Line 2', '40.00 mm');
  await carried('Copy', '0, 0', '0, 10');
  await expect(user.curve('Line 3')).toBeVisible();
  await carried('Array in rows', '0, 0', '50, 20');
  await expect(user.curve('Line 8')).toBeVisible();
  await carried('Array around', '0, 0');
  await expect(user.curve('Line 13')).toBeVisible();
  await user.tool('Move');
  await expect(user.prompt).toContainText('Select a curve first');
});

test('a live mirror follows its original, also when it is dragged itself, and says when it is let go', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Through points');
  for (const place of ['10, -40', '40, 0', '20, 40']) await user.typePlace(place);
  await page.keyboard.press('Enter');
  await user.tool('Mirror');
  await user.typePlace('0, 0');
  await user.typePlace('0, 10');
  await user.curve('Curve, mirror 1').click();
  await expect(user.card).toContainText('Mirror of Curve 1');
  await expect(user.coordinate(2, 'x')).toHaveValue('-40.000');
  await user.drag(user.fitPoint(2), -40, 0);
  await user.lastStepIs('Move point 2 of Curve, mirror 1');
  const mirrored = await user.number(2, 'x');
  await user.curve('Curve 1').click();
  await expect(user.coordinate(2, 'x')).toHaveValue((-mirrored).toFixed(3));
  await page.keyboard.press('Delete');
  await user.lastStepIs('Delete Curve 1; Curve, mirror 1 is a mirror no longer');
  await user.curve('Curve, mirror 1').click();
  await expect(user.card).not.toContainText('Mirror of');
});

test('a curve made its own mirror stays so while it is edited', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Through points');
  for (const place of ['-40, 0', '-20, 30', '10, 35', '45, 3']) await user.typePlace(place);
  await page.keyboard.press('Enter');
  await user.tool('Mirror');
  await user.card.getByRole('button', { name: 'its own mirror' }).click();
  await user.typePlace('0, 0');
  await user.typePlace('0, 10');
  await page.keyboard.press('Enter');
  await expect(user.card).toContainText('its own mirror');
  await user.curve('Curve 1').click();
  await user.drag(user.fitPoint(1), -30, 10);
  expect(await user.number(4, 'x')).toBeCloseTo(-(await user.number(1, 'x')), 6);
  await page.keyboard.press('Escape');
  await user.section('Carry');
  await user.card.getByRole('button', { name: 'let it go its own way' }).click();
  await user.lastStepIs('Let Curve 1 go its own way');
});

test('copied curves are pasted beside themselves, and into another project', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const user = new BenchUser(page);
  await cross(user);
  await user.curve('Line 1').click();
  await user.curve('Line 2').click({ modifiers: ['Shift'] });
  await expect(user.card).toContainText('2 selected');
  await user.focusSheet();
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Control+v');
  await expect(user.curve('Line 4')).toBeVisible();
  await user.isKept();
  await user.newSheet();
  await user.focusSheet();
  await page.keyboard.press('Control+v');
  await expect(user.curve('Line 2')).toBeVisible();
  await user.lastStepIs('Paste Line 1 and Line 2');
});
