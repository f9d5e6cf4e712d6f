import { BenchUser, valueOf } from '../bench';
import { chance } from '../chance';
import { OwnServer } from '../server';
import { expect, progress, testAlone as test } from '../test';

const server = await OwnServer.make();
test.use({ baseURL: server.address });
test.beforeEach(() => server.start('--demo'));
test.afterEach(() => server.end());

test('killed twenty times right after Kept: every kept change is there, and the database is sound', async ({
  page,
}) => {
  const progressed = progress();
  const below = chance(20261128);
  const user = new BenchUser(page);
  await user.newSheet();
  for (let round = 1; round <= 20; round++) {
    progressed();
    const x = 120 + ((round * 29) % 500);
    await user.draw([
      [x, 120 + ((round * 47) % 200)],
      [x + 30, 300],
      [x + 70, 240],
    ]);
    await user.endDrawing(`Curve ${round}`);
    await user.isKept();
    await page.waitForTimeout(below(60));
    await server.end('SIGKILL');
    await server.start();
    const [project] = await (await fetch(`${server.address}/api/projects`)).json();
    expect(project.items).toBe(round);
  }
  const { code, words } = await server.check();
  expect(words).toContain('All is well');
  expect(code).toBe(0);
  await page.reload();
  await expect(user.curve('Curve 20')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(user.curve('Curve 20')).toBeHidden();
  await user.isKept();
});

test('server away: drawing goes on, changes wait in the browser also through a reload, and are sent in order', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.isFetched();
  await server.end('SIGKILL');
  await user.draw([
    [200, 300],
    [400, 250],
    [500, 320],
  ]);
  await page.keyboard.press('Enter');
  await expect(user.header).toContainText('Not kept yet, the server is away: 1 change waits in this browser');
  await user.drag(user.fitPoint(2), 0, -60);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+Shift+z');
  await expect(user.header).toContainText('4 changes wait in this browser');
  const y = await valueOf(user.coordinate(2, 'y'));
  const address = page.url();
  await page.goto('about:blank');
  await server.start();
  await page.goto(address);
  await user.curve('Curve 1').click();
  await user.isKept();
  await expect(user.coordinate(2, 'y')).toHaveValue(y);
  await page.getByRole('button', { name: 'History' }).click();
  await expect(user.steps).toHaveText([/Move point 2 of Curve 1/, /Draw Curve 1/, /as it began/]);
});

test('the projects page and an opened address say that the server is away, and go on when it is back', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await page.route('**/api/**', (route) => route.abort());
  await page.reload();
  await expect(page.getByRole('alert')).toContainText('This project cannot be opened: the server is away');
  await page.unroute('**/api/**');
  await expect(user.curve('Lid')).toBeVisible();
});

test('undo and redo go on after a reload and a restart of the server; the list is walked to any step', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  for (const name of ['Lid', 'Knob', 'Base'])
    await page.getByRole('button', { name: `Hide ${name}`, exact: true }).click();
  await page.keyboard.press('Control+z');
  await user.isKept();
  expect(await server.end('SIGTERM')).toBe(0);
  await server.start();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Hide Base', exact: true })).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('button', { name: 'Show Base', exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('h');
  await expect(user.steps).toHaveText([/Hide Base/, /Hide Knob/, /Hide Lid/, /as it began/]);
  await user.steps.filter({ hasText: 'as it began' }).click();
  await expect(page.getByRole('button', { name: 'Hide Lid', exact: true })).toBeVisible();
  await user.steps.filter({ hasText: 'Hide Knob' }).click();
  await expect(page.getByRole('button', { name: 'Show Knob', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Hide Base', exact: true })).toBeVisible();
  await expect(page.locator('[aria-current=step]')).toContainText('Hide Knob');
  await user.isKept();
});

test('a stage is a version with a name: listed with its picture, restored as a step that can be undone', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await page.keyboard.press('h');
  await page.getByLabel('Name of the new stage').fill('Before the cut');
  await page.keyboard.press('Enter');
  const stage = page.getByRole('listitem').filter({ hasText: 'Before the cut' });
  await expect(stage.locator('img')).toHaveJSProperty('complete', true);
  expect(await stage.locator('img').evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);
  for (const name of ['Lid', 'Knob']) await page.getByRole('button', { name: `Delete ${name}` }).click();
  await expect(user.curve('Lid')).toBeHidden();
  // A click shows it; nothing can be changed there, and the drawing is as it was left.
  await page.getByRole('button', { name: 'Look at Before the cut' }).click();
  await expect(user.curve('Lid')).toBeVisible();
  await expect(page.getByText('You look at the stage')).toBeVisible();
  await user.curve('Lid').click();
  await user.drag(user.fitPoint(2), 0, -60);
  await expect(user.prompt).toContainText('Not done: a stage is only looked at');
  await page.getByRole('button', { name: 'Hide Knob' }).click();
  await expect(page.getByRole('button', { name: 'Hide Knob', exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(user.curve('Lid')).toBeHidden();
  await page.getByText('Before the cut', { exact: true }).click();
  await expect(user.curve('Lid')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the drawing' }).click();
  await expect(user.curve('Lid')).toBeHidden();
  await expect(user.steps.first()).toContainText('Delete Knob');
  await page.getByRole('button', { name: 'Restore Before the cut' }).click();
  await expect(user.curve('Lid')).toBeVisible();
  await expect(user.steps.first()).toContainText('Restore the stage Before the cut');
  await page.keyboard.press('Control+z');
  await expect(user.curve('Lid')).toBeHidden();
  await page.keyboard.press('Control+Shift+z');
  await user.isKept();
  await page.reload();
  await expect(user.curve('Knob')).toBeVisible();
  await page.keyboard.press('h');
  await page.getByRole('button', { name: 'Rename the stage Before the cut' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the stage' })).toBeFocused();
  await page.keyboard.type('First shape');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Restore First shape' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove the stage First shape' }).click();
  await expect(page.getByText('A stage is a version with a name')).toBeVisible();
  await expect(user.curve('Knob')).toBeVisible();
});

test('points placed so far come back after a reload, with the tool in hand', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([
    [200, 300],
    [400, 250],
    [500, 320],
  ]);
  await expect(user.sheet.locator('circle.fit')).toHaveCount(3);
  await page.reload();
  await expect(user.sheet.locator('circle.fit')).toHaveCount(3);
  await expect(page.getByRole('button', { name: 'Through points (T)' })).toHaveAttribute('aria-pressed', 'true');
  await user.click(560, 200);
  await page.keyboard.press('Enter');
  await user.curve('Curve 1').click();
  await expect(user.sheet.locator('circle.fit')).toHaveCount(4);
  await user.isKept();
  await page.reload();
  await expect(user.curve('Curve 1')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Bend: drag handles (B)' })).toHaveAttribute('aria-pressed', 'true');
});

test('stops gracefully: an answer that was begun is finished, and the exit is clean', async () => {
  const made = await fetch(`${server.address}/api/projects`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ demo: 'kettle' }),
  });
  // A connection outlasts the pause between two changes: closed under a request, it would be an error.
  expect(made.headers.get('keep-alive')).toBe('timeout=65');
  const { id } = await made.json();
  const asked = Array.from({ length: 30 }, () =>
    fetch(`${server.address}/api/projects/${id}/copies`, { method: 'POST' }),
  );
  await asked[0];
  const ended = server.end('SIGTERM');
  const answers = await Promise.allSettled(asked);
  expect(await ended).toBe(0);
  const kept = answers.filter((answer) => answer.status === 'fulfilled' && answer.value.status === 201).length;
  expect(kept).toBeGreaterThan(0);
  expect(answers.every((answer) => answer.status === 'rejected' || answer.value.status === 201)).toBe(true);
  await server.start();
  const projects = (await (await fetch(`${server.address}/api/projects`)).json()) as { name: string }[];
  // What was answered is there; an answer may be cut off, a copy never is.
  expect(projects.filter(({ name }) => name.includes('copy')).length).toBeGreaterThanOrEqual(kept);
});

test('once idle fetching has ended the server can go: every panel and tool still opens', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.isFetched();
  await server.end('SIGKILL');
  await user.curve('Lip').click();
  await expect(page.getByRole('textbox', { name: 'Control point 2 weight' })).toBeVisible();
  for (const section of ['Reading', 'Lighter', 'Look', 'Carry']) await user.section(section);
  await expect(page.getByRole('combobox', { name: 'Layer' })).toBeVisible();
  await user.strip('Knot line');
  await expect(page.getByRole('group', { name: 'Knot line' })).toBeVisible();
  await user.fitPoint(1).or(user.sheet.locator('rect.control').first()).first().click({ button: 'right' });
  await expect(page.locator('.p-contextmenu')).toBeVisible();
  await page.keyboard.press('Escape');
  await user.focusSheet();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'History' }).click();
  await expect(page.getByRole('heading', { name: 'Steps' })).toBeVisible();
  await page.getByRole('button', { name: 'Close the history (H)' }).click();
  for (const tool of ['Through points', 'Freehand', 'Circle', 'Fillet', 'Array around']) await user.tool(tool);
  await server.start();
});
