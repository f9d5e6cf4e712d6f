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

/** Chooses a table of points, and takes it in as it is read. */
async function takeIn(user: BenchUser, name: string, text: string): Promise<void> {
  await user.card.getByLabel('Table of measured points').setInputFiles(file(name, text));
  await takeInNow(user);
}

async function takeInNow({ page }: BenchUser): Promise<void> {
  await expect(page.getByRole('button', { name: 'Take in', exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
}

test('a table of 100,000 points is taken in, selected, thinned, moved, undone, and is there after a reload', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  const table = user.card.getByLabel('Table of measured points');
  await table.setInputFiles(file('letter.txt', 'Dear all,\nhere they are.'));
  await expect(user.prompt).toContainText(
    "letter.txt cannot be taken in as points: there are no rows of two or three numbers in it; line 1 is 'Dear all,'",
  );
  await takeIn(user, 'ring scan.csv', `x [mm];y [mm]\n${circle(100_000)}\nno;point`);
  await expect(user.prompt).toContainText(
    "100,000 points taken in, read as mm; 1 row was passed over: line 100002 (column 1) 'no;point'",
  );
  await expect(user.card).toContainText('100,000 measured points');
  await user.lastStepIs('Draw ring scan');
  await user.give('Of so many points one is shown', '10');
  await user.lastStepIs('Show one of 10 points of ring scan');
  await user.focusSheet();
  await page.keyboard.press('Escape');
  await expect(user.card).toContainText('Nothing is selected');
  const at = await user.places();
  // A click on its points selects it; then it is moved by any of them.
  await user.click(...at(40, 30));
  await expect(user.card).toContainText('Show one of');
  await user.press(at(40, 30), at(40, 20));
  await user.lastStepIs('Move ring scan');
  await page.keyboard.press('Escape');
  await user.click(...at(40, 20));
  await expect(user.card).toContainText('100,000 measured points');
  await user.isKept();
  await page.reload();
  await user.curve('ring scan').click();
  await expect(user.card).toContainText('100,000 measured points');
  await user.focusSheet();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ControlOrMeta+z');
  await expect(user.curve('ring scan')).toHaveCount(0);
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(user.curve('ring scan')).toBeVisible();
});

test('measured points are caught by tools, and a curve is compared with all of them', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await takeIn(user, 'ring.csv', circle(5000));
  await expect(user.prompt).toContainText('5,000 points taken in, read as mm (the table names no unit)');
  const at = await user.places();
  await user.tool('Line');
  await user.hover(...at(40, 30.4));
  await expect(user.caught).toContainText('point of ring');
  await page.keyboard.press('Escape');
  await user.tool('Circle');
  await user.click(...at(40, 0));
  await user.typePlace('40, 30');
  await page.keyboard.press('Escape');
  await user.curve('Circle 1').click();
  await user.curve('ring').click({ modifiers: ['Shift'] });
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
  await takeInNow(user);
  await expect(user.card).toContainText('60 measured points');
  await user.curve('Pasted points').click();
  await user.focusSheet();
  await page.keyboard.press('ControlOrMeta+c');
  await user.isKept();
  await user.newSheet();
  await user.focusSheet();
  await page.keyboard.press('ControlOrMeta+v');
  await expect(user.curve('Pasted points')).toBeVisible();
  await user.isKept();
  await page.reload();
  await user.curve('Pasted points').click();
  await expect(user.card).toContainText('60 measured points');
  await expect(user.card).not.toContainText('not here');
});

test('a project file has its measured points; without them the set says so, and the same table brings them back', async ({
  page,
}, info) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await takeIn(user, 'ring.csv', circle(300));
  await expect(user.curve('ring')).toBeVisible();
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
  await user.curve('ring').click();
  await expect(user.card).toContainText('300 measured points');
  await expect(user.card).not.toContainText('not here');

  named('bare.json', JSON.stringify({ ...rest, name: `Without points ${run}` }));
  await page.goto('/');
  await bringIn(info.outputPath('bare.json'), `Without points ${run}`);
  await user.curve('ring').click();
  await expect(user.card).toContainText('Its points are not here');
  await isAccessible(page);
  await user.focusSheet();
  await page.keyboard.press('Escape');
  await takeIn(user, 'ring.csv', circle(300));
  await expect(user.curve('ring 1')).toBeVisible();
  await user.curve('ring').click();
  await expect(user.card).toContainText('300 measured points');
  await expect(user.card).not.toContainText('not here');
});

test('points with decimal commas are pasted, looked at, tried; a fit is taken, brought nearer, and undone', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const user = new BenchUser(page);
  await user.newSheet();
  const rows = Array.from(
    { length: 9 },
    (_, i) => `${8 * i},5\t${(6 * Math.sin(0.8 * i)).toFixed(2).replace('.', ',')}`,
  );
  await page.evaluate((text) => navigator.clipboard.writeText(text), rows.join('\n'));
  await user.focusSheet();
  await page.keyboard.press('ControlOrMeta+v');
  const panel = page.getByRole('region', { name: 'Points to bring in' });
  await expect(panel).toContainText('Pasted points: 9 points');
  await expect(panel).toContainText('assumed');
  await panel.getByRole('button', { name: 'cm', exact: true }).click();
  await expect(panel).not.toContainText('assumed');
  await panel.getByRole('button', { name: 'mm', exact: true }).click();
  await isAccessible(page);
  await panel.getByRole('button', { name: 'Curve' }).click();
  await panel.getByRole('button', { name: 'Take in, try fits' }).click();
  const fits = page.getByRole('region', { name: 'Try fits' });
  await expect(fits).toContainText('Pasted points: 9 points');
  await fits.getByRole('button', { name: 'Take fewest control points' }).click();
  await expect(fits).toBeHidden();
  const within = user.card.getByRole('textbox', { name: 'Fit tolerance' });
  await expect(within).not.toHaveValue('0.000');
  await within.fill('1.5');
  await within.press('Enter');
  await expect(user.card).toContainText(/9 fit, \d control/);
  await within.fill('0');
  await within.press('Enter');
  await expect(user.card).toContainText('9 fit, 11 control');
  await user.isKept();
  await user.focusSheet();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ControlOrMeta+z');
  await expect(user.curve('Pasted points')).toHaveCount(0);
  await expect(user.card).toContainText('Nothing is drawn yet');
});

test('a file is read in another way where that is chosen, a broken one says where; points are saved as a table', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([
    [100, 300],
    [200, 250],
    [300, 300],
  ]);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await user.focusSheet();
  await page.keyboard.press('Escape');
  await expect(user.card).toContainText('Nothing is selected');
  const table = user.card.getByLabel('Table of measured points');
  const text = 'station,name,y [in],x [in]\n7,Rim,1.5,2\n9,Neck,n/a,4\n"12,Lip,3,4\n15,Foot,2.5,6\n';
  await table.setInputFiles(file('grip.csv', text));
  const panel = page.getByRole('region', { name: 'Points to bring in' });
  await expect(panel).toContainText('grip.csv: 2 points');
  await expect(panel).toContainText("line 3 (column 3) '9,Neck,n/a,4'");
  await expect(panel).toContainText(`line 4 (column 4) '"12,Lip,3,4'`);
  // What stood in the column changes places with what stands there now.
  for (const column of [1, 4]) {
    await panel.getByRole('combobox', { name: `What stands in column ${column}` }).click();
    await page.getByRole('option', { name: 'x', exact: true }).click();
    await expect(page.getByRole('listbox')).toHaveCount(0);
  }
  await panel.getByRole('button', { name: 'mm', exact: true }).click();
  await panel.getByRole('button', { name: 'Points', exact: true }).click();
  await panel.getByRole('button', { name: 'Take in', exact: true }).click();
  await expect(user.curve('Rim')).toBeVisible();
  await expect(user.curve('Foot')).toBeVisible();
  await expect(user.curve('Curve 1')).toBeVisible();
  await user.focusSheet();
  await page.keyboard.press('@');
  const dialog = page.getByRole('dialog', { name: 'Save points as a table' });
  await expect(dialog).toContainText('2 rows of name x y z, in mm');
  await isAccessible(page);
  await dialog
    .getByRole('button', { name: /decimal commas/ })
    .or(dialog.getByRole('img', { name: /decimal commas/ }))
    .first()
    .click();
  const saved = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save' }).click();
  const stream = await (await saved).createReadStream();
  let content = '';
  for await (const chunk of stream) content += String(chunk);
  expect(content).toBe('name;x [mm];y [mm];z [mm]\r\nRim;2;1,5;0\r\nFoot;6;2,5;0\r\n');
});
