import { BenchUser } from '../bench';
import { type BrowserContext, expect, type Page, test } from '../test';

const ARCH = [
  [200, 300],
  [350, 200],
  [500, 300],
] as const;

/** Two windows on one new sheet; the second one has drawn what the first does not know of. */
async function twoWindows(context: BrowserContext, page: Page): Promise<{ first: BenchUser; second: BenchUser }> {
  const first = new BenchUser(page);
  await first.newSheet();
  const second = new BenchUser(await context.newPage());
  await second.page.goto(page.url());
  await expect(second.prompt).toContainText('Click a curve');
  await second.draw(ARCH);
  await second.page.keyboard.press('Enter');
  await second.isKept();
  // A window behind another one draws seldom.
  await first.page.bringToFront();
  await first.draw([
    [220, 400],
    [420, 420],
  ]);
  await first.page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText(
    'Another window was first. It changed this project: ‘Draw Curve 1’',
  );
  await expect(page.getByRole('alert')).toContainText('What you did since then, 1 change, is in this window only.');
  return { first, second };
}

test('the later change is refused and kept as a copy, with its history; theirs stays as it is', async ({
  context,
  page,
}) => {
  const { first, second } = await twoWindows(context, page);
  const original = page.url();
  // Drawing goes on until it is decided.
  await first.draw([
    [600, 400],
    [640, 300],
    [690, 420],
  ]);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('2 changes');
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(first.header).toContainText(/Sheet \d+ copy/);
  expect(page.url()).not.toBe(original);
  await expect(first.curve('Curve 2')).toBeVisible();
  await first.isKept();
  await first.curve('Curve 1').click();
  await expect(first.sheet.locator('circle.fit')).toHaveCount(2);
  await page.keyboard.press('h');
  await expect(first.steps).toHaveText([/Rename the project/, /Draw Curve 2/, /Draw Curve 1/, /as it began/]);
  await second.page.reload();
  await second.curve('Curve 1').click();
  await expect(second.sheet.locator('circle.fit')).toHaveCount(3);
  await expect(second.curve('Curve 2')).toBeHidden();
});

test('theirs can be taken: the window goes on from there', async ({ context, page }) => {
  const { first } = await twoWindows(context, page);
  await page.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByRole('alert')).toBeHidden();
  await first.curve('Curve 1').click();
  await expect(first.sheet.locator('circle.fit')).toHaveCount(3);
  await first.drag(first.fitPoint(2), 10, -30);
  await first.isKept();
});

test('undecided changes come back after a reload beside theirs, and can still become a copy', async ({
  context,
  page,
}) => {
  const { first } = await twoWindows(context, page);
  await page.reload();
  await expect(page.getByRole('alert')).toContainText('Your last 1 change here came too late.');
  await first.curve('Curve 1').click();
  await expect(first.sheet.locator('circle.fit')).toHaveCount(3);
  // Work on theirs goes on, and does not touch what came too late.
  await first.drag(first.fitPoint(1), -20, 10);
  await first.isKept();
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(first.header).toContainText(/copy/);
  await first.curve('Curve 1').click();
  await expect(first.sheet.locator('circle.fit')).toHaveCount(2);
});

test('a project deleted for good elsewhere: what this window has can become a project of its own', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw(ARCH);
  await page.keyboard.press('Enter');
  await user.isKept();
  const id = page.url().split('/').at(-1);
  await page.request.delete(`/api/projects/${id}`);
  await page.request.delete(`/api/projects/${id}?forever`);
  await user.drag(user.fitPoint(2), 0, 40);
  await expect(page.getByRole('alert')).toContainText('This project was deleted for good elsewhere.');
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(page).not.toHaveURL(new RegExp(String(id)));
  await expect(user.curve('Curve 1')).toBeVisible();
  await user.isKept();
});

for (const [what, error] of [
  ['forbids storage', 'SecurityError'],
  ['its storage is full', 'QuotaExceededError'],
] as const) {
  test(`a browser that stores nothing (${what}) is said once, and drawing goes on`, async ({ page }) => {
    await page.addInitScript((name) => {
      IDBFactory.prototype.open = () => {
        throw new DOMException('not here', name);
      };
    }, error);
    const user = new BenchUser(page);
    await user.newSheet();
    await user.draw(ARCH);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText(`This browser does not store your changes: `);
    await expect(page.getByRole('alert')).toContainText(what);
    await user.isKept();
    await page.getByRole('button', { name: 'Understood' }).click();
    await user.drag(user.fitPoint(2), 0, -30);
    await user.isKept();
    await expect(page.getByRole('alert')).toBeHidden();
    await page.route('**/steps', (route) => route.abort());
    await user.drag(user.fitPoint(2), 0, -30);
    await expect(user.header).toContainText('1 change waits in this window');
    await page.unroute('**/steps');
    await user.isKept();
  });
}
