import { BenchUser, valueOf } from '../bench';
import { expect, test } from '../test';

const layerNames = (user: BenchUser) => user.page.locator('pb-outline .layer button.name').allTextContents();

async function addLayer(user: BenchUser, name: string): Promise<void> {
  await user.page.getByRole('button', { name: 'Add a layer' }).click();
  await user.page.getByRole('textbox', { name: 'Name of the layer' }).fill(name);
  await user.page.keyboard.press('Enter');
  await expect(user.page.getByRole('button', { name: `Layer ${name}`, exact: true })).toBeVisible();
}

async function addLine(user: BenchUser, from: string, to: string): Promise<void> {
  await user.tool('Line');
  await user.typePlace(from);
  await user.typePlace(to);
}

test('layers are made, renamed, locked, hidden, reordered by drag and drawn on', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  const layer = (name: string) => page.locator('pb-outline .layer').filter({ hasText: name });
  const names = () => layerNames(user).then((all) => all.map((name) => name.trim()));
  await addLine(user, '-40, 0', '40, 0');
  await addLayer(user, 'Trials');
  await user.lastStepIs('Rename the layer Layer 1 to Trials');
  await page.keyboard.press('Escape');
  await addLine(user, '-40, 20', '40, 20');
  await expect(page.getByRole('treeitem')).toHaveText([/Sheet/, /Line 1/, /Trials/, /Line 2/]);
  await addLayer(user, 'Notes');
  expect(await names()).toEqual(['Sheet', 'Trials', 'Notes']);
  await page.getByRole('button', { name: 'Layer Notes', exact: true }).focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(names).toEqual(['Sheet', 'Notes', 'Trials']);
  await layer('Trials').dragTo(layer('Sheet'));
  await expect.poll(names).toEqual(['Trials', 'Sheet', 'Notes']);
  // Items go to another layer, or before another item, by drag.
  await user.curve('Line 1').dragTo(user.curve('Line 2'), { targetPosition: { x: 20, y: 4 } });
  await user.lastStepIs('Move Line 1 to the layer Trials');
  await user.curve('Line 2').dragTo(layer('Notes'));
  await user.lastStepIs('Move Line 2 to the layer Notes');
  await layer('Trials').hover();
  await page.getByRole('button', { name: 'Lock Trials' }).click();
  await user.curve('Line 1').click();
  await user.focusSheet();
  await page.keyboard.press('Delete');
  await expect(user.prompt).toContainText('Line 1 lies on the layer Trials, which is locked');
  await page.getByRole('button', { name: 'Hide the layer Trials' }).click();
  await user.lastStepIs('Hide the layer Trials');
});

test('a reference is a lighter copy that is caught, not picked up; groups are selected together', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  const at = await user.places();
  await addLine(user, '-40, 0', '40, 0');
  await addLine(user, '-40, 20', '40, 20');
  await user.curve('Line 1').click();
  await user.section('Carry');
  await user.card.getByRole('button', { name: 'copy as reference' }).click();
  await expect(page.getByRole('button', { name: 'Layer Reference', exact: true })).toBeVisible();
  // The copy lies on its original: without that only the reference is there.
  await page.keyboard.press('Delete');
  await user.click(...at(10, 0));
  await expect(user.card).toContainText('Nothing is selected');
  await user.tool('Line');
  await user.hover(...at(39.5, 0.5));
  await expect(user.caught).toContainText('end of Line 1');
  await page.keyboard.press('Escape');
  await addLine(user, '-40, 40', '40, 40');
  await page.keyboard.press('Escape');
  await user.press(at(-60, 50), at(60, 10));
  await expect(user.card).toContainText('2 selected');
  await user.card.getByRole('button', { name: 'group', exact: true }).click();
  await page.keyboard.press('Escape');
  await user.click(...at(10, 20));
  await expect(user.card).toContainText('2 selected');
  // The frame moves them together.
  await user.press(at(-40, 30), at(-40, 25));
  await user.lastStepIs('Move Line 2 and Line 3');
  await user.card.getByRole('button', { name: 'ungroup Group 1' }).click();
  await page.keyboard.press('Escape');
  await user.click(...at(10, 15));
  await expect(user.card).not.toContainText('2 selected');
});

test('a picture is traced: scaled by two places and a length, faded, locked, taken out and brought back', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  const at = await user.places();
  const file = user.card.getByLabel('Picture to trace');
  await file.setInputFiles({ name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') });
  await expect(user.prompt).toContainText('notes.png is no picture that can be shown');
  await file.setInputFiles({ name: 'huge.png', mimeType: 'image/png', buffer: Buffer.alloc(20_000_001) });
  await expect(user.prompt).toContainText('huge.png has 20.0 MB; a picture may have 20 MB');
  await file.setInputFiles({ name: 'kettle.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg/>') });
  await expect(user.prompt).toContainText('kettle.svg is no picture: a PNG or JPEG file is needed');
  await file.setInputFiles({ name: 'scan.png', mimeType: 'image/png', buffer: await page.screenshot() });
  const picture = page.getByRole('img', { name: 'scan.png' });
  await expect(picture).toBeVisible();
  await user.card.getByRole('button', { name: 'scale by two places' }).click();
  await user.click(...at(-20, 0));
  await user.click(...at(20, 0));
  await user.typePlace('80');
  await page.keyboard.press('Escape');
  const wide = Number(await valueOf(user.card.getByRole('textbox', { name: 'Width of the picture' })));
  expect(wide).toBeGreaterThan(120);
  await user.slide('Strength of the picture', 0.2);
  await user.card.getByRole('switch', { name: 'Lock the picture' }).click();
  await expect(user.card.getByRole('textbox', { name: 'Width of the picture' })).toBeDisabled();
  await page.waitForTimeout(1000);
  await page.reload();
  await expect(picture).toHaveCSS('opacity', '0.2');
  await user.card.getByRole('button', { name: 'take it out' }).click();
  await expect(picture).toHaveCount(0);
  await user.card.getByRole('button', { name: 'bring scan.png back' }).click();
  await expect(picture).toBeVisible();
});
