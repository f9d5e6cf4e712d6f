import { expect, type Locator, type Page } from '@playwright/test';

/** The bench as a person uses it: pointer, keys and visible text. */
export class BenchUser {
  constructor(readonly page: Page) {}

  /** A fresh, empty sheet. */
  async newSheet(): Promise<void> {
    await this.page.goto('/');
    await this.page.getByRole('button', { name: 'New sheet' }).click();
    await expect(this.prompt).toContainText('Click a curve to select it', { timeout: 15_000 });
  }

  /** A demo project of its own, so that no test sees what another one did. */
  async openKettle(): Promise<void> {
    const made = await this.page.request.post('/api/projects', { data: { demo: true } });
    await this.page.goto(`/bench/${(await made.json()).id}`);
    await expect(this.curve('Lid')).toBeVisible();
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
    return this.page.locator('pb-card');
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
    return Number(await this.coordinate(point, axis).inputValue());
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
    await this.page.getByRole('button', { name: 'Draw through points (T)' }).click();
    for (const [x, y] of places) await this.click(x, y);
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
    await expect(this.header).toContainText(/Kept \d\d:\d\d/, { timeout: 5000 });
  }
}
