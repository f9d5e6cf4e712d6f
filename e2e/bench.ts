import { expect, type Locator, type Page, type Response } from '@playwright/test';

/** What a field shows, once it shows anything: on a busy machine a field can be there before its value. */
export async function valueOf(field: Locator): Promise<string> {
  await expect(field).toHaveValue(/./);
  return field.inputValue();
}

/** The bench as a person uses it: pointer, keys and visible text. */
export class BenchUser {
  constructor(readonly page: Page) {}

  /** A fresh, empty sheet. */
  async newSheet(): Promise<void> {
    await this.page.goto('/');
    await this.page.getByRole('button', { name: 'New sheet' }).click();
    await expect(this.prompt).toContainText('Click a curve to select it');
  }

  /** A demo project of its own, so that no test sees what another one did. */
  async openKettle(): Promise<void> {
    await this.openDemo('kettle', 'Lid');
  }

  /** The same with one of each kind of curve. */
  async openSampler(): Promise<void> {
    await this.openDemo('sampler', 'Line');
  }

  private async openDemo(demo: string, curve: string): Promise<void> {
    const made = await this.page.request.post('/api/projects', { data: { demo } });
    await this.page.goto(`/bench/${(await made.json()).id}`);
    await expect(this.curve(curve)).toBeVisible();
  }

  get sheet(): Locator {
    return this.page.getByRole('application', { name: 'Sheet' });
  }

  get prompt(): Locator {
    return this.page.locator('pb-prompt-line').getByRole('status');
  }

  get header(): Locator {
    return this.page.locator('header').first();
  }

  get card(): Locator {
    return this.page.locator('pb-inspector');
  }

  /** A row of the outline. */
  curve(name: string): Locator {
    return this.page.getByRole('button', { name, exact: true });
  }

  fitPoint(number: number): Locator {
    return this.sheet.locator('circle.fit').nth(number - 1);
  }

  coordinate(point: number, axis: 'x' | 'y' | 'z'): Locator {
    const table = this.card.locator('pb-points-table, section.places');
    return table.getByRole('textbox', { name: `Point ${point} ${axis}`, exact: true });
  }

  async number(point: number, axis: 'x' | 'y' | 'z'): Promise<number> {
    return Number(await valueOf(this.coordinate(point, axis)));
  }

  /** The rows of the history list, the newest first. */
  get steps(): Locator {
    return this.page.locator('pb-history-panel ol button');
  }

  /** A place on the sheet, in pixels from its top left corner. */
  private async spot(x: number, y: number): Promise<[number, number]> {
    const box = await this.sheet.boundingBox();
    if (!box) throw new Error('the sheet is not shown');
    return [box.x + x, box.y + y];
  }

  async click(x: number, y: number): Promise<void> {
    const [px, py] = await this.spot(x, y);
    await this.page.mouse.move(px, py, { steps: 3 });
    await this.page.mouse.click(px, py);
  }

  async doubleClick(x: number, y: number): Promise<void> {
    const [px, py] = await this.spot(x, y);
    await this.page.mouse.move(px, py, { steps: 3 });
    await this.page.mouse.dblclick(px, py);
  }

  async hover(x: number, y: number): Promise<void> {
    const [px, py] = await this.spot(x, y);
    await this.page.mouse.move(px, py, { steps: 3 });
  }

  /** Takes up the drawing tool and clicks the places. */
  async draw(places: readonly (readonly [number, number])[]): Promise<void> {
    await this.page.getByRole('button', { name: 'Through points (T)' }).click();
    for (const [x, y] of places) await this.click(x, y);
  }

  /** Takes a tool up by its name. */
  async tool(name: string): Promise<void> {
    const find = this.page.getByRole('searchbox', { name: 'Find a tool' });
    // A list that closes takes the focus once more when its motion ends, and the key with it.
    await expect(async () => {
      await this.focusSheet();
      await this.page.keyboard.press('/');
      await expect(find).toBeVisible({ timeout: 30_000 });
    }).toPass();
    await find.fill(name);
    await this.page.keyboard.press('Enter');
    await expect(this.card.getByRole('heading', { name })).toBeVisible();
  }

  /** Opens a section of the card, where it is not open. */
  async section(name: string): Promise<void> {
    const header = this.card.locator('p-accordion-header').filter({ hasText: name });
    if ((await header.getAttribute('aria-expanded')) !== 'true') await header.click();
  }

  /** A tab of the strip. */
  async strip(name: string): Promise<void> {
    await this.page.getByRole('tab', { name }).click();
  }

  /** Clicks a slider of the card at a share of its length. */
  async slide(name: string | RegExp, share: number): Promise<void> {
    const track = this.card.getByRole('slider', { name }).locator('xpath=..');
    const box = await track.boundingBox();
    if (!box) throw new Error('the slider is not shown');
    await this.page.mouse.click(box.x + share * box.width, box.y + box.height / 2);
  }

  /** What the bench fetches in idle time has come: nothing was fetched between two looks. */
  async isFetched(): Promise<void> {
    let before = -1;
    const rests = async () => {
      const now = await this.page.evaluate(() => performance.getEntriesByType('resource').length);
      const same = now === before;
      before = now;
      return same;
    };
    await expect.poll(rests, { intervals: [2500] }).toBe(true);
  }

  /** Types the next place, from its first digit on. */
  async typePlace(text: string): Promise<void> {
    await this.page.keyboard.type(text);
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('textbox', { name: 'Next place' })).toHaveCount(0);
  }

  /** Types a number on the card. */
  async number_(label: string, value: string): Promise<void> {
    await this.card.getByRole('textbox', { name: label, exact: true }).fill(value);
    await this.page.keyboard.press('Enter');
  }

  /** Names the drawing as it is now. */
  async nameStage(name: string): Promise<void> {
    await this.focusSheet();
    await this.page.keyboard.press('h');
    await this.page.getByLabel('Name of the new stage').fill(name);
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('listitem').filter({ hasText: name })).toBeVisible();
    await this.focusSheet();
    await this.page.keyboard.press('h');
  }

  /** Types a number into a field of the card. */
  async give(label: string, value: string): Promise<void> {
    const field = this.card.getByLabel(label, { exact: true });
    await field.fill(value);
    await field.press('Enter');
  }

  /** Chooses what the deviation is read from; the list is gone before anything else is done, as it would be for people. */
  async compareWith(name: string | RegExp): Promise<void> {
    await this.page.getByRole('combobox', { name: 'Compared with' }).click();
    const options = this.page.getByRole('option');
    await this.page.getByRole('option', { name, exact: true }).first().click();
    await expect(options).toHaveCount(0);
  }

  /** Presses the pointer at one place of the sheet and lets it go at another. */
  async press(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
    await this.stroke([from, to]);
  }

  /** Goes through places of the sheet with the pointer down. */
  async stroke(places: readonly (readonly [number, number])[]): Promise<void> {
    const [first, ...rest] = places;
    const { mouse } = this.page;
    await mouse.move(...(await this.spot(...first)), { steps: 3 });
    await mouse.down();
    for (const place of rest) await mouse.move(...(await this.spot(...place)), { steps: rest.length > 3 ? 1 : 3 });
    await mouse.up();
  }

  /** What a snap says it has caught. */
  get caught(): Locator {
    return this.page.getByTestId('caught');
  }

  /** Where places in mm lie on the sheet, in pixels: read off the pointer's own display. */
  async places(): Promise<(x: number, y: number) => readonly [number, number]> {
    const shown = this.page.getByTestId('pointer');
    const read = async (px: number, py: number): Promise<readonly [number, number]> => {
      await this.hover(px, py);
      const [x, y] = [...((await shown.textContent()) ?? '').matchAll(/-?[\d.]+/g)].map(Number);
      return [x, y];
    };
    const [a, b] = [await read(100, 100), await read(700, 500)];
    const scale = [600 / (b[0] - a[0]), 400 / (b[1] - a[1])];
    return (x, y) => [100 + (x - a[0]) * scale[0], 100 + (y - a[1]) * scale[1]];
  }

  async drag(handle: Locator, dx: number, dy: number): Promise<void> {
    const box = await handle.boundingBox();
    if (!box) throw new Error('the handle is not shown');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await this.page.mouse.move(x, y);
    await this.page.mouse.down();
    await this.page.mouse.move(x + dx, y + dy, { steps: 4 });
    await this.page.mouse.up();
  }

  /** Ends the drawing; the curve is in the list and the header speaks of it. */
  async endDrawing(name: string): Promise<void> {
    await this.page.keyboard.press('Enter');
    await expect(this.curve(name)).toBeVisible();
  }

  /** What Undo says it would take back. */
  async lastStepIs(name: string): Promise<void> {
    await this.page.getByRole('button', { name: 'Undo', exact: true }).hover();
    await expect(this.page.getByText(`Undo: ${name}`, { exact: true })).toBeVisible();
    await this.page.mouse.move(4, 400);
  }

  /** The keyboard on the sheet, without a click that would select something. */
  async focusSheet(): Promise<void> {
    await this.sheet.focus();
  }

  async isKept(): Promise<void> {
    await expect(this.header).toContainText(/Kept \d\d:\d\d/);
  }
}

/** The server has a view in which something stands. */
export const viewKept = (page: Page, holds: string): Promise<Response> =>
  page.waitForResponse(
    (response) =>
      response.url().endsWith('/view') && response.ok() && (response.request().postData() ?? '').includes(holds),
  );
