import { BenchUser } from '../bench';
import { chance } from '../chance';
import { expect, progress, test } from '../test';

test('forty random deeds, joints among them: the curves are those of a simple model, undo leads to the start and redo back', async ({
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
  const joints = user.page.locator('pb-joint-list button');
  const step = (now: string[]) => {
    done.push(now);
    undone = [];
  };
  const isRefused = async () => ((await user.prompt.textContent()) ?? '').startsWith('Not done');
  let joined = 0;
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
      } else if (dice < 9 && now.length > 1 && (await joints.filter({ hasText: `· ${name}` }).count()) === 0) {
        // The start of one curve goes onto the end of another, and is joined there with some level.
        const other = now[(now.indexOf(name) + 1) % now.length];
        await user.curve(other).click();
        await expect(user.card.getByRole('heading', { name: other, exact: true })).toBeVisible();
        const end = await user.sheet.locator('circle.fit').last().boundingBox();
        await user.curve(name).click();
        await expect(user.card.getByRole('heading', { name, exact: true })).toBeVisible();
        const start = await user.fitPoint(1).boundingBox();
        if (!end || !start) throw new Error('an end is not shown');
        const [dx, dy] = [end.x - start.x, end.y - start.y];
        if (Math.hypot(dx, dy) < 9) continue;
        await user.drag(user.fitPoint(1), dx, dy);
        // A circle is refused, and then nothing is done.
        if (await isRefused()) continue;
        step(now);
        // Where something else was nearer the point only moved.
        if ((await page.locator('pb-link-choice pb-choice').count()) === 0) continue;
        joined++;
        await user.focusSheet();
        await page.keyboard.press(String(1 + below(3)));
        if (!(await isRefused())) step(now);
      } else {
        await user.curve(name).click();
        // The handles of the curve before are gone.
        await expect(user.card.getByRole('heading', { name, exact: true })).toBeVisible();
        const point = user.fitPoint(1 + below(await user.sheet.locator('circle.fit').count()));
        await user.drag(point, below(2) === 0 ? 17 : -13, 11);
        // An end may have come near something that it cannot be joined to.
        if (!(await isRefused())) step(now);
      }
    }
    await expect(names, `after deed ${deed}`).toHaveText(done[done.length - 1]);
  }
  expect(joined).toBeGreaterThan(1);
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
  // Steps that were undone at the end of the deeds can still be redone: only the drawing tells when all is back.
  await expect.poll(drawing).toEqual(end);
  await user.isKept();
});
