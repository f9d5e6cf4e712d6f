import { isAccessible } from '../accessible';
import { BenchUser } from '../bench';
import { expect, type Page, test } from '../test';

test.describe('axe finds nothing serious', () => {
  test('on the projects page and in the bin', async ({ page }) => {
    await page.goto('/');
    await expect(page.getByRole('link', { name: 'Gooseneck kettle', exact: true }).first()).toBeVisible();
    await isAccessible(page);
    await page.getByRole('button', { name: 'Duplicate Gooseneck kettle' }).first().click();
    await page.getByRole('button', { name: 'Put Gooseneck kettle copy into the bin' }).first().click();
    await isAccessible(page);
    await page.getByRole('button', { name: /^Bin/ }).click();
    await isAccessible(page);
  });

  test('on the bench, with a curve and with a guide', async ({ page }) => {
    const user = new BenchUser(page);
    await user.openKettle();
    await isAccessible(page);
    await user.curve('Spout centre line').click();
    await isAccessible(page);
    await user.curve('Rivet, upper').click();
    await isAccessible(page);
  });

  test('in the palette, and with a tool that takes places', async ({ page }) => {
    const user = new BenchUser(page);
    await user.openKettle();
    await page.keyboard.press('/');
    await expect(page.getByRole('searchbox', { name: 'Find a tool' })).toBeFocused();
    await isAccessible(page);
    await page.keyboard.press('Escape');
    await user.tool('Arc');
    await user.typePlace('0, 0');
    await isAccessible(page);
  });

  test('with a price, the knot line, the shortcuts and a choice of colours', async ({ page }) => {
    const user = new BenchUser(page);
    await user.openKettle();
    await user.curve('Spout centre line').click();
    await user.fitPoint(4).click();
    await user.strip('Knot line');
    await page.keyboard.press('Delete');
    await expect(page.getByRole('slider', { name: /^Knot 2/ })).toBeVisible();
    await isAccessible(page);
    await page.keyboard.press('Escape');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
    await isAccessible(page);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Colour of Lid' }).click();
    await isAccessible(page);
  });

  test('in the history, and while a stage is looked at', async ({ page }) => {
    const user = new BenchUser(page);
    await user.openKettle();
    await page.getByRole('button', { name: 'History' }).click();
    await page.getByLabel('Name of the new stage').fill('Checked');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Restore Checked' })).toBeVisible();
    await isAccessible(page);
    await page.getByRole('button', { name: 'Look at Checked' }).click();
    await expect(page.getByText('You look at the stage')).toBeVisible();
    await isAccessible(page);
  });

  test('while the server is away, when another window was first, and where there is no project', async ({ page }) => {
    const user = new BenchUser(page);
    await user.openKettle();
    await page.route('**/steps', (route) => route.abort());
    await page.getByRole('button', { name: 'Hide Lid' }).click();
    await expect(user.header).toContainText('the server is away');
    await isAccessible(page);
    const late = { status: 412, contentType: 'application/problem+json', body: '{"count":1,"names":["Hide Base"]}' };
    await page.route('**/steps', (route) => route.fulfill(late));
    await expect(page.getByRole('alert')).toContainText('Another window was first');
    await isAccessible(page);
    await page.goto('/bench/nowhere');
    await expect(page.getByText('There is no project')).toBeVisible();
    await isAccessible(page);
  });
});

/** Presses Tab until something with this name has the focus. */
async function tabTo(page: Page, name: string | RegExp): Promise<void> {
  for (let i = 0; i < 80; i++) {
    await page.keyboard.press('Tab');
    const words = await page.evaluate(() => {
      const { activeElement } = document;
      return activeElement?.getAttribute('aria-label') ?? activeElement?.textContent?.trim() ?? '';
    });
    if (typeof name === 'string' ? words === name : name.test(words)) return;
  }
  throw new Error(`Tab never came to ${name}`);
}

test('without a mouse: a curve is drawn, its points are walked, nudged and put in, and it is read out', async ({
  page,
}) => {
  const user = new BenchUser(page);
  const { keyboard } = page;
  await page.goto('/');
  await tabTo(page, 'New sheet');
  await keyboard.press('Enter');
  await expect(user.prompt).toContainText('Click a curve');
  await tabTo(page, 'To the sheet');
  await keyboard.press('Enter');
  await expect(user.sheet).toBeFocused();
  await keyboard.press('t');
  for (const key of ['ArrowLeft', 'Space', 'ArrowRight', 'ArrowRight', 'ArrowUp', 'Space', 'ArrowRight', 'Space']) {
    await keyboard.press(key);
  }
  await expect(user.sheet.locator('circle.fit')).toHaveCount(3);
  await keyboard.press('Enter');
  await expect(user.curve('Curve 1')).toBeVisible();

  const heard = page.locator('pb-pane [aria-live]');
  await keyboard.press('ArrowRight');
  await keyboard.press('ArrowRight');
  await expect(heard).toContainText('Point 2 of 3 of Curve 1');
  await keyboard.press('Enter');
  await expect(heard).toContainText('selected');
  await expect(user.sheet.locator('circle.fit.selected')).toHaveCount(1);
  const grid = Number(/grid ([\d.]+) mm/.exec((await page.locator('pb-prompt-line').textContent()) ?? '')?.[1]);
  const [x, y] = [await user.number(2, 'x'), await user.number(2, 'y')];
  await keyboard.press('ArrowUp');
  await keyboard.press('Shift+ArrowRight');
  await expect(user.coordinate(2, 'y')).toHaveValue((y + grid).toFixed(3));
  await expect(user.coordinate(2, 'x')).toHaveValue((x + grid / 10).toFixed(3));
  await keyboard.press('Control+z');
  await expect(user.coordinate(2, 'x')).toHaveValue(x.toFixed(3));

  await keyboard.press('Escape');
  await keyboard.press('ArrowLeft');
  await expect(heard).toContainText('Point 1 of 3');
  await keyboard.press('i');
  await keyboard.press('ArrowRight');
  await keyboard.press('Space');
  await expect(user.sheet.locator('circle.fit')).toHaveCount(4);
  await keyboard.press('Delete');
  await expect(user.card).toContainText('the curve would move by up to');
  await keyboard.press('Enter');
  await expect(user.sheet.locator('circle.fit')).toHaveCount(3);
  await user.isKept();
});

test('the focus can be seen on everything that Tab comes to', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await user.curve('Lid').click();
  const unseen: string[] = [];
  for (let i = 0; i < 70; i++) {
    await page.keyboard.press('Tab');
    const seen = await page.evaluate(() => {
      const element = document.activeElement;
      if (!element || element === document.body) return null;
      // A switch or slider may show the focus on the part that is drawn.
      const around = element.parentElement;
      const inside = [element, around].flatMap((each) => (each ? Array.from(each.querySelectorAll('*')) : []));
      const parts = [element, around, ...inside];
      const shows = parts.some((part) => {
        if (!part) return false;
        const { outlineStyle, outlineWidth, boxShadow } = getComputedStyle(part);
        return (outlineStyle !== 'none' && parseFloat(outlineWidth) > 0) || boxShadow !== 'none';
      });
      const { opacity } = getComputedStyle(element.closest('.buttons') ?? document.body);
      return shows && Number(opacity) > 0.5 ? null : element.outerHTML.slice(0, 120);
    });
    if (seen) unseen.push(seen);
  }
  expect(unseen).toEqual([]);
});

for (const width of [1024, 1280, 2560]) {
  test(`${width} wide: nothing is cut off or pushed out`, async ({ page }) => {
    await page.setViewportSize({ width, height: width > 2000 ? 1440 : 768 });
    const user = new BenchUser(page);
    const fits = () =>
      page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth && window.innerWidth);
    await page.goto('/');
    await expect(page.getByRole('link', { name: 'Gooseneck kettle', exact: true }).first()).toBeVisible();
    expect(await fits()).toBe(width);
    await user.openKettle();
    await user.curve('Spout centre line').click();
    expect(await fits()).toBe(width);
    for (const name of ['Undo', 'Redo', 'History']) {
      await expect(page.getByRole('button', { name, exact: true })).toBeInViewport({ ratio: 1 });
    }
    const box = await user.sheet.boundingBox();
    // List and card take what they need, and on a wide screen a little of what is left.
    expect(box?.width).toBeGreaterThan(width > 2000 ? width - 840 : width - 216 - 296);
    expect(box?.height).toBeGreaterThan(300);
  });
}
