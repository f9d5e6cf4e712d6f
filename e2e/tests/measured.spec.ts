import { readFileSync, writeFileSync } from 'node:fs';
import { isAccessible } from '../accessible';
import { BenchUser } from '../bench';
import { expect, test } from '../test';

/** A table of points on a circle of 30 mm about (40, 0), each off by up to 0.1 mm. */
const circle = (count: number, off = 0.1): string =>
  Array.from({ length: count }, (_, i) => {
    const [turn, radius] = [(2 * Math.PI * i) / count, 30 + off * Math.sin(40 * i)];
    return `${(40 + radius * Math.cos(turn)).toFixed(4)};${(radius * Math.sin(turn)).toFixed(4)}`;
  }).join('\n');

const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });

test('a table of 100,000 points is taken in, selected, thinned, moved, undone, and is there after a reload', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  const table = user.card.getByLabel('Table of measured points');
  await table.setInputFiles(file('letter.txt', 'Dear all,\nhere they are.'));
  await expect(user.prompt).toContainText(
    'letter.txt cannot be taken in as points: there are no rows of two or three numbers in it',
  );
  await table.setInputFiles(file('ring scan.csv', `x [mm];y [mm]\n${circle(100_000)}\nno;point`));
  await expect(user.prompt).toContainText(
    "100,000 points taken in, read as mm; 1 row was passed over: 100002 'no;point'",
  );
  await expect(user.card).toContainText('100,000 measured points');
  await user.lastStepIs('Draw ring scan 1');
  await user.give('Of so many points one is shown', '10');
  await user.lastStepIs('Show one of 10 points of ring scan 1');
  await user.focusSheet();
  await page.keyboard.press('Escape');
  await expect(user.card).toContainText('Nothing is selected');
  const at = await user.places();
  // A click on its points selects it; then it is moved by any of them.
  await user.click(...at(40, 30));
  await expect(user.card).toContainText('Show one of');
  await user.press(at(40, 30), at(40, 20));
  await user.lastStepIs('Move ring scan 1');
  await page.keyboard.press('Escape');
  await user.click(...at(40, 20));
  await expect(user.card).toContainText('100,000 measured points');
  await user.isKept();
  await page.reload();
  await user.curve('ring scan 1').click();
  await expect(user.card).toContainText('100,000 measured points');
  await user.focusSheet();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ControlOrMeta+z');
  await expect(user.curve('ring scan 1')).toHaveCount(0);
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(user.curve('ring scan 1')).toBeVisible();
});

test('measured points are caught by tools, and a curve is compared with all of them', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.card.getByLabel('Table of measured points').setInputFiles(file('ring.csv', circle(5000)));
  await expect(user.prompt).toContainText('5,000 points taken in, read as mm (the table names no unit)');
  const at = await user.places();
  await user.tool('Line');
  await user.hover(...at(40, 30.4));
  await expect(user.caught).toContainText('point of ring 1');
  await page.keyboard.press('Escape');
  await user.tool('Circle');
  await user.click(...at(40, 0));
  await user.typePlace('40, 30');
  await page.keyboard.press('Escape');
  await user.curve('Circle 1').click();
  await user.curve('ring 1').click({ modifiers: ['Shift'] });
  await user.strip('Deviation');
  await expect(page.locator('pb-deviation-panel')).toContainText(/At most 0\.1\d\d mm/);
  await expect(page.locator('pb-deviation-panel')).not.toContainText('So far');
});

test('points are pasted as text, and go into another project with their set', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const user = new BenchUser(page);
  await user.newSheet();
  await page.evaluate((text) => navigator.clipboard.writeText(text), circle(60));
  await user.focusSheet();
  await page.keyboard.press('ControlOrMeta+v');
  await expect(user.card).toContainText('60 measured points');
  await user.curve('Pasted points 1').click();
  await user.focusSheet();
  await page.keyboard.press('ControlOrMeta+c');
  await user.isKept();
  await user.newSheet();
  await user.focusSheet();
  await page.keyboard.press('ControlOrMeta+v');
  await expect(user.curve('Pasted points 1')).toBeVisible();
  await user.isKept();
  await page.reload();
  await user.curve('Pasted points 1').click();
  await expect(user.card).toContainText('60 measured points');
  await expect(user.card).not.toContainText('not here');
});

test('a project file has its measured points; without them the set says so, and the same table brings them back', async ({
  page,
}, info) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.card.getByLabel('Table of measured points').setInputFiles(file('ring.csv', circle(300)));
  await expect(user.curve('ring 1')).toBeVisible();
  await user.isKept();
  const address = new URL(page.url()).pathname;
  await page.goto('/');
  const saved = page.waitForEvent('download');
  const row = page.getByRole('listitem').filter({ has: page.locator(`a[href="${address}"]`) });
  await row.getByRole('link', { name: /^Save/ }).click();
  const whole = info.outputPath('whole.json');
  await (await saved).saveAs(whole);
  const run = info.repeatEachIndex;
  const bringIn = async (path: string, name: string) => {
    await page.getByLabel('Project file').setInputFiles(path);
    await page.getByRole('listitem').filter({ hasText: name }).first().getByRole('link', { name, exact: true }).click();
  };
  const named = (name: string, text: string) => writeFileSync(info.outputPath(name), text);
  const text = readFileSync(whole, 'utf8');
  const { name, pointSets, ...rest } = JSON.parse(text) as Record<string, unknown>;
  expect(Object.keys(pointSets as object)).toHaveLength(1);
  named('whole.json', text.replace(String(name), `With points ${run}`));
  await bringIn(whole, `With points ${run}`);
  await user.curve('ring 1').click();
  await expect(user.card).toContainText('300 measured points');
  await expect(user.card).not.toContainText('not here');

  named('bare.json', JSON.stringify({ ...rest, name: `Without points ${run}` }));
  await page.goto('/');
  await bringIn(info.outputPath('bare.json'), `Without points ${run}`);
  await user.curve('ring 1').click();
  await expect(user.card).toContainText('Its points are not here');
  await isAccessible(page);
  await user.focusSheet();
  await page.keyboard.press('Escape');
  await user.card.getByLabel('Table of measured points').setInputFiles(file('ring.csv', circle(300)));
  await expect(user.curve('ring 2')).toBeVisible();
  await user.curve('ring 1').click();
  await expect(user.card).toContainText('300 measured points');
  await expect(user.card).not.toContainText('not here');
});
