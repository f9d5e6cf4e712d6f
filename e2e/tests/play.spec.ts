import { BenchUser } from '../bench';
import { chance } from '../chance';
import { expect, progress, test } from '../test';

test('forty random deeds: the curves are those of a simple model, undo leads to the start and redo back', async ({
  page,
}) => {
  const progressed = progress();
  const user = new BenchUser(page);
  await user.newSheet();
  const below = chance(20261124);
  /** Names in the list after each step, and those that were undone. */
  const done: string[][] = [[]];
  let undone: string[][] = [];
  const names = user.page.locator('pb-outline .item button.name');
  const step = (now: string[]) => {
    done.push(now);
    undone = [];
  };
  for (let deed = 0; deed < 40; deed++) {
    progressed();
    const now = done[done.length - 1];
    const dice = below(10);
    if (dice < 3 || now.length === 0) {
      const places = Array.from({ length: 2 + below(4) }, () => [130 + below(560), 90 + below(400)] as const);
      await user.draw(places);
      await page.keyboard.press(below(2) === 0 ? 'Enter' : 'Escape');
      let number = 1;
      while (now.includes(`Curve ${number}`)) number++;
      step([...now, `Curve ${number}`]);
    } else if (dice < 5) {
      if (done.length > 1) undone.push(...done.splice(-1));
      await page.keyboard.press('Control+z');
    } else if (dice < 6) {
      if (undone.length > 0) done.push(...undone.splice(-1));
      await page.keyboard.press('Control+Shift+z');
    } else {
      const name = now[below(now.length)];
      if (dice < 7) {
        await page.getByRole('button', { name: `Delete ${name}`, exact: true }).click();
        step(now.filter((each) => each !== name));
      } else {
        await user.curve(name).click();
        // The handles of the curve before are gone.
        await expect(user.card.getByRole('heading', { name, exact: true })).toBeVisible();
        const point = user.fitPoint(1 + below(await user.sheet.locator('circle.fit').count()));
        await user.drag(point, below(2) === 0 ? 17 : -13, 11);
        step(now);
      }
    }
    await expect(names, `after deed ${deed}`).toHaveText(done[done.length - 1]);
  }
  await user.isKept();
  const id = page.url().split('/').at(-1);
  const drawing = async () => (await (await page.request.get(`/api/projects/${id}`)).json()).project;
  const end = await drawing();
  await page.reload();
  await expect(names.first()).toBeVisible();
  for (let left = done.length - 1; left > 0; left--) {
    await expect(names).toHaveText(done[left]);
    await page.keyboard.press('Control+z');
  }
  await expect(names).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  for (let left = done.length - 1; left > 0; left--) await page.keyboard.press('Control+Shift+z');
  await user.isKept();
  expect(await drawing()).toEqual(end);
});
