import { BenchUser } from '../bench';
import { expect, test } from '../test';

test('knots are dragged, added, repeated and taken out on the knot line', async ({ page }) => {
  const user = new BenchUser(page);
  await user.openSampler();
  await user.curve('Freehand').click();
  await user.strip('Knot line');
  const line = page.getByRole('group', { name: 'Knot line' });
  const box = await line.boundingBox();
  if (!box) throw new Error('the knot line is not shown');
  const axis = box.y + 62;
  const knots = line.getByRole('slider');
  await page.mouse.click(box.x + box.width * 0.4, axis);
  await expect(knots).toHaveCount(1);
  await expect(user.card).toContainText('5 control');
  const place = () => knots.first().getAttribute('aria-valuenow').then(Number);
  const first = await place();

  const tick = await knots.first().boundingBox();
  if (!tick) throw new Error('the knot is not shown');
  await page.mouse.move(tick.x + 6, axis - 12);
  await page.mouse.down();
  await page.mouse.move(tick.x + 106, axis - 12, { steps: 5 });
  await page.mouse.up();
  await user.lastStepIs('Move a knot of Freehand');
  expect(await place()).toBeGreaterThan(first + 0.08);

  await knots.first().focus();
  const before = await place();
  await page.keyboard.press('ArrowLeft');
  await expect.poll(place).toBeCloseTo(before - 0.01, 6);
  await page.keyboard.press('+');
  await expect(knots.first()).toHaveAttribute('aria-label', /2 times$/);
  await expect(user.card).toContainText('6 control');
  await page.keyboard.press('Delete');
  await expect(user.card).toContainText('Remove a knot of Freehand: the curve stays where it is');
  await page.keyboard.press('Enter');
  await expect(knots.first()).toHaveAttribute('aria-label', /1 time$/);

  const end = page.getByRole('textbox', { name: 'End of the range' });
  await end.fill('-1');
  await end.press('Enter');
  await expect(user.prompt).toContainText('The range must grow: -1 is not above 0');
  await end.fill('10');
  await end.press('Enter');
  await expect.poll(place).toBeGreaterThan(3);
  await page.getByRole('button', { name: 'even out' }).click();
  await user.card.getByRole('button', { name: 'Apply' }).click();
  await expect.poll(place).toBe(5);

  // Out of order: a knot stays between its neighbours.
  await knots.first().focus();
  const typed = user.card.getByRole('textbox', { name: 'Parameter of the knot' });
  await typed.fill('11');
  await typed.press('Enter');
  await expect(user.prompt).toContainText('A knot stays between its neighbours');
  expect(await place()).toBe(5);
});
