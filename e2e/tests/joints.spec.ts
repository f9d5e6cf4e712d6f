import { type Page } from '@playwright/test';
import { BenchUser } from '../bench';
import { expect, test } from '../test';

/** Two curves beside each other: the first ends at (330, 210), the second starts at (420, 250). */
async function twoCurves(page: Page): Promise<BenchUser> {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([[160, 250], [240, 180], [330, 210]]); // prettier-ignore
  await page.keyboard.press('Enter');
  await user.draw([[420, 250], [520, 330], [610, 250]]); // prettier-ignore
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  return user;
}

const joint = (user: BenchUser, name: string | RegExp) =>
  user.page.locator('pb-joint-list').getByRole('button', { name });
const level = (user: BenchUser, wanted: string) =>
  user.card.getByLabel('Wanted level').getByRole('button', { name: wanted, exact: true });

test('an end dragged onto another is joined; raised to G3 it holds while the leader is edited, and undone it is as before', async ({
  page,
}) => {
  const user = await twoCurves(page);
  await user.curve('Curve 2').click();
  await user.drag(user.fitPoint(1), -90, -40);
  await expect(user.card.getByRole('heading', { name: 'Curve 1 · Curve 2' })).toBeVisible();
  await user.lastStepIs('Join Curve 2 and Curve 1 with G0');
  // The choice stands at the joint, and on the card; keys do the same.
  await page.locator('pb-link-choice').getByRole('button', { name: 'G1', exact: true }).click();
  await expect(level(user, 'G1')).toHaveAttribute('aria-pressed', 'true');
  await user.focusSheet();
  await page.keyboard.press('3');
  await expect(joint(user, 'joint of Curve 1 and Curve 2, wanted G3, reached G3')).toBeVisible();
  const measured = user.card.getByRole('table', { name: 'What is measured at the joint' });
  await expect(measured.getByRole('row', { name: /^gap 0\.0000 mm/ })).toBeVisible();
  await expect(measured.getByRole('row', { name: /^rate 0\.0 %/ })).toBeVisible();

  await user.curve('Curve 1').click();
  await user.drag(user.fitPoint(2), 12, -30);
  await expect(joint(user, /reached G3/)).toBeVisible();
  await user.drag(user.fitPoint(3), 20, 10);
  await expect(joint(user, /reached G3/)).toBeVisible();
  await user.strip('Continuity');
  await expect(page.getByRole('row', { name: /Curve 1 \(end\) · Curve 2 \(start\) G3/ })).toBeVisible();

  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
  await expect(page.locator('pb-joint-list')).toHaveCount(0);
  await expect(page.getByRole('row', { name: /Curve 1 \(end\)/ })).toHaveCount(0);
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+Shift+z');
  await expect(joint(user, /reached G3/)).toBeVisible();
});

test('a curve drawn from an end goes on from it with the level that is chosen while it is drawn', async ({ page }) => {
  const user = await twoCurves(page);
  await user.draw([[610, 250], [660, 180]]); // prettier-ignore
  const starts = user.card.getByLabel('Starts on with');
  await expect(starts.getByRole('button', { name: 'G1' })).toHaveAttribute('aria-pressed', 'true');
  await starts.getByRole('button', { name: 'G2' }).click();
  await user.click(700, 220);
  await expect(user.card).toContainText('Start joined with G2.');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(joint(user, 'joint of Curve 2 and Curve 3, wanted G2, reached G2')).toBeVisible();
});

test('what contradicts is refused in words; a deleted leader leaves its follower as it is', async ({ page }) => {
  const user = await twoCurves(page);
  await user.tool('Joint');
  await user.click(430, 259);
  await user.click(330, 210);
  await expect(joint(user, /wanted G1, reached G1/)).toBeVisible();
  await user.click(326, 208);
  await user.click(420, 250);
  await expect(user.prompt).toContainText('Not done');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  const length = async () => {
    await user.curve('Curve 2').click();
    return user.card.locator('pb-key-figures').textContent();
  };
  const before = await length();
  await page.getByRole('button', { name: 'Delete Curve 1', exact: true }).click();
  await user.lastStepIs('Delete Curve 1; Curve 2 has a joint or a tie less');
  await expect(page.locator('pb-joint-list')).toHaveCount(0);
  expect(await length()).toBe(before);
});

test('all listed meetings are joined in one step', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  for (const places of [
    [
      [160, 250],
      [240, 180],
      [330, 210],
    ],
    [
      [330, 210],
      [420, 300],
      [520, 260],
    ],
    [
      [520, 260],
      [560, 180],
      [640, 200],
    ],
  ] as const) {
    // prettier-ignore
    await user.draw(places);
    const starts = user.card.getByLabel('Starts on with');
    if (places[0][0] > 160) await starts.getByRole('button', { name: 'no' }).click();
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
  await user.strip('Continuity');
  await page.getByRole('button', { name: 'Join these 2 with G2' }).click();
  await user.lastStepIs('Join 2 meetings of Curve 1 and 2 more with G2');
  await expect(joint(user, /wanted G2, reached G2/)).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(page.locator('pb-joint-list')).toHaveCount(0);
});

test('the four corners of a rectangle are softened at once and share their numbers until one goes apart', async ({
  page,
}) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Rectangle');
  await user.click(200, 150);
  await user.click(520, 390);
  await user.tool('Soft corner');
  await user.card.getByRole('button', { name: 'all of it' }).click();
  await user.click(200, 270);
  await user.lastStepIs('Soften the corners of Rectangle 1');
  await page.keyboard.press('Escape');
  await user.curve('Corner 1').click();
  await user.number_('Smallest radius', '12');
  await expect(user.card).toContainText('A plain radius of 12.00 mm would start at 12.00 mm');
  await expect(page.locator('.gauge-text')).toHaveText('R 12.00 mm');
  await user.curve('Corner 3').click();
  await expect(user.card.getByRole('textbox', { name: 'Smallest radius', exact: true })).toHaveValue('12.000');
  await user.card.getByRole('button', { name: 'this one' }).click();
  await user.number_('Smallest radius', '5');
  await user.curve('Corner 1').click();
  await expect(user.card.getByRole('textbox', { name: 'Smallest radius', exact: true })).toHaveValue('12.000');
  await user.number_('Smallest radius', '400');
  await expect(user.card).toContainText(/too short by .* mm; the largest radius here is R/);
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
  await expect(user.curve('Rectangle 1')).toBeVisible();
  await expect(user.curve('Corner 1')).toHaveCount(0);
});

test('a blend goes on from both ends, with candidates to choose from', async ({ page }) => {
  const user = await twoCurves(page);
  await user.tool('Blend');
  await user.click(325, 207);
  await user.click(426, 256);
  await user.lastStepIs('Blend Curve 1 and Curve 2');
  await expect(joint(user, 'blend of Curve 1 and Blend 1, wanted G2, reached G2')).toBeVisible();
  await user.card.getByRole('button', { name: 'compare candidates' }).click();
  const candidates = user.card.getByRole('table', { name: 'Candidates for the blend' });
  await candidates.getByRole('button', { name: 'shortest fair' }).hover();
  await expect(user.sheet.locator('path.offered')).toBeVisible();
  await candidates.getByRole('button', { name: 'shortest fair' }).click();
  await user.lastStepIs('Change the blend Blend 1');
  await user.card.getByLabel('Level at Curve 2').getByRole('button', { name: 'G3' }).click();
  await expect(joint(user, 'blend of Curve 2 and Blend 1, wanted G3, reached G3')).toBeVisible();
  await user.curve('Curve 1').click();
  await user.drag(user.fitPoint(3), -20, 15);
  await expect(joint(user, 'blend of Curve 1 and Blend 1, wanted G2, reached G2')).toBeVisible();
});

test('a joint by keys alone: the next one, its level, leader and follower swapped, released', async ({ page }) => {
  const user = await twoCurves(page);
  await user.curve('Curve 2').click();
  await user.drag(user.fitPoint(1), -90, -40);
  await user.focusSheet();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.keyboard.press("'");
  await expect(user.card.getByRole('heading', { name: 'Curve 1 · Curve 2' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(joint(user, /reached G2/)).toBeVisible();
  await user.card.getByRole('button', { name: 'let Curve 1 follow' }).click();
  await expect(user.card.getByRole('heading', { name: 'Curve 2 · Curve 1' })).toBeVisible();
  await user.focusSheet();
  await page.keyboard.press('Delete');
  await user.lastStepIs('Release the end of Curve 1 and Curve 2');
  await expect(page.locator('pb-joint-list')).toHaveCount(0);
});

test('an end that is to meet once shows its price first, and nothing lasts', async ({ page }) => {
  const user = await twoCurves(page);
  await user.tool('Joint');
  await user.card.getByRole('button', { name: 'meet once' }).click();
  await user.card.getByRole('button', { name: 'G2', exact: true }).click();
  await user.click(430, 259);
  await user.click(330, 210);
  await expect(user.card).toContainText(/Let Curve 2 and Curve 1 meet once with G2: the curve would move by up to \d/);
  await expect(user.sheet.locator('path.offered')).toBeVisible();
  await page.keyboard.press('Enter');
  await user.lastStepIs('Let Curve 2 and Curve 1 meet once with G2');
  await page.keyboard.press('Escape');
  await user.strip('Continuity');
  await expect(page.getByRole('row', { name: /Curve 1 \(end\) · Curve 2 \(start\) G[23]/ })).toBeVisible();
  await expect(page.locator('pb-joint-list')).toHaveCount(0);
});

test('a point is tied to another and goes along with it, until it is untied', async ({ page }) => {
  const user = await twoCurves(page);
  await user.tool('Tie');
  await user.click(520, 330);
  await user.click(330, 210);
  await page.keyboard.press('Escape');
  await user.lastStepIs('Tie point 2 of Curve 2 and Curve 1');
  const mark = user.sheet.getByRole('img', { name: 'point 2 of Curve 2, tied to Curve 1' });
  await expect(mark).toBeVisible();
  const place = () => mark.getAttribute('transform');
  const before = await place();
  await user.curve('Curve 1').click();
  await user.drag(user.fitPoint(3), -60, 40);
  await expect.poll(place).not.toBe(before);
  await user.curve('Curve 2').click();
  await user.section('Joints');
  await user.card.getByRole('button', { name: 'untie' }).click();
  await expect(mark).toHaveCount(0);
});

test('a tangent is tied to a line, and its point to the curve that it is put on, where it stands', async ({ page }) => {
  const user = await twoCurves(page);
  await user.tool('Line');
  await user.click(200, 420);
  await user.click(400, 460);
  await page.keyboard.press('Escape');
  await user.tool('Tie');
  await user.card.getByRole('button', { name: 'its tangent', exact: true }).click();
  await user.click(520, 330);
  await expect(user.prompt).toContainText('Click the line that it follows: a guide line, or a straight curve.');
  await user.click(300, 440);
  await user.lastStepIs('Tie the tangent at point 2 of Curve 2 and Line 1');
  await page.keyboard.press('Escape');
  const mark = (to: string) => user.sheet.getByRole('img', { name: `point 2 of Curve 2, tied to ${to}` });
  await expect(mark('the direction of Line 1')).toBeVisible();
  await user.curve('Curve 2').click();
  await user.drag(user.fitPoint(2), -190, -120);
  await page.locator('pb-link-choice').getByRole('button', { name: 'tie it to Curve 1' }).click();
  await user.lastStepIs('Tie point 2 of Curve 2 and Curve 1');
  await expect(mark('Curve 1 and the direction of Line 1')).toBeVisible();
  await expect(page.locator('pb-link-choice').getByRole('button')).toHaveCount(0);
});

test('a curve that meets its mirror says its level and is raised like any joint', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.draw([[160, 250], [240, 180], [330, 210]]); // prettier-ignore
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await user.curve('Curve 1').click();
  await user.tool('Mirror');
  await user.click(330, 210);
  await user.click(330, 320);
  await user.curve('Curve 1').click();
  await user.section('Joints');
  await expect(user.card).toContainText('meets its mirror with G0');
  await user.card.getByRole('button', { name: 'join with G0' }).click();
  await expect(joint(user, /its image and Curve 1, wanted G0, reached G0/)).toBeVisible();
  await joint(user, /its image/).click();
  await level(user, 'G2').click();
  await expect(joint(user, /its image and Curve 1, wanted G2, reached G2/)).toBeVisible();
  // A cubic through so few points cannot: that is said, with what can.
  await level(user, 'G3').click();
  await expect(joint(user, /its image and Curve 1, wanted G3, reached G2: rate differs/)).toBeVisible();
  await user.card.getByRole('button', { name: 'fit anew in degree 5' }).click();
  await expect(user.card).toContainText('Fit Curve 1 anew in degree 5: the curve would move by');
  await user.card.getByRole('button', { name: 'Apply' }).click();
  await expect(joint(user, /its image and Curve 1, wanted G3, reached G3/)).toBeVisible();
});

test('a joint that cannot be kept is flagged on the sheet, in the list and in the report, until it can be', async ({
  page,
}) => {
  const user = await twoCurves(page);
  await user.curve('Curve 2').click();
  await user.drag(user.fitPoint(1), -90, -40);
  await level(user, 'G1').click();
  await user.card.getByLabel('Who gives way').getByRole('button', { name: 'both' }).click();
  await expect(joint(user, /wanted G1, reached G1/)).toBeVisible();
  // The leader turned back: halfway between both there is no direction.
  await user.curve('Curve 1').click();
  await user.drag(user.fitPoint(2), 260, 40);
  const flagged = /^joint of Curve 1 and Curve 2, wanted G1, reached G0: tangents differ by 1\d\d/;
  await expect(joint(user, flagged)).toBeVisible();
  await expect(user.sheet.getByRole('img', { name: flagged })).toBeVisible();
  await user.strip('Continuity');
  await expect(page.getByRole('row', { name: /Curve 1 \(end\) · Curve 2 \(start\) ▲ G0 of G1/ })).toBeVisible();
  await joint(user, flagged).click();
  await expect(user.card).toContainText('too far to meet halfway');
  await user.card.getByRole('button', { name: 'turn it round' }).click();
  await expect(joint(user, /wanted G1, reached G1/)).toBeVisible();
});

test('a blend goes on from places along curves, and is turned round with a click', async ({ page }) => {
  const user = await twoCurves(page);
  await user.tool('Blend');
  await user.card.getByRole('button', { name: 'these places' }).click();
  await user.click(240, 180);
  await user.click(520, 330);
  await user.lastStepIs('Blend Curve 1 and Curve 2');
  await expect(joint(user, 'blend of Curve 1 and Blend 1, wanted G2, reached G2')).toBeVisible();
  await user.number_('Place along Curve 1, as a share of its length', '0.3');
  await expect(joint(user, 'blend of Curve 1 and Blend 1, wanted G2, reached G2')).toBeVisible();
  await user.card.getByRole('button', { name: 'turn round' }).first().click();
  await user.lastStepIs('Change the blend Blend 1');
  await user.curve('Curve 1').click();
  await user.drag(user.fitPoint(2), 10, -20);
  await expect(joint(user, 'blend of Curve 1 and Blend 1, wanted G2, reached G2')).toBeVisible();
});

test('the strengths at both ends of a curve are linked: one number for both, until they go apart', async ({ page }) => {
  const user = await twoCurves(page);
  await user.draw([[330, 210], [375, 215], [420, 250]]); // prettier-ignore
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  const ends = [joint(user, /^joint of Curve 1 and Curve 3/), joint(user, /^joint of Curve 2 and Curve 3/)];
  const strength = user.card.getByRole('textbox', { name: 'Strength of the joint', exact: true });
  await ends[0].click();
  await user.card.getByLabel('Strength of both ends').getByRole('button', { name: 'linked' }).click();
  await user.number_('Strength of the joint', '70');
  await ends[1].click();
  await expect(strength).toHaveValue('70.000');
  await user.number_('Strength of the joint', '60');
  await ends[0].click();
  await user.card.getByLabel('Strength of both ends').getByRole('button', { name: 'apart' }).click();
  await user.number_('Strength of the joint', '50');
  await ends[1].click();
  await expect(strength).not.toHaveValue('50.000');
});

test('a fillet becomes a soft corner of the same size, and a fillet again', async ({ page }) => {
  const user = new BenchUser(page);
  await user.newSheet();
  await user.tool('Line');
  await user.click(200, 150);
  await user.click(420, 150);
  await user.tool('Line');
  await user.click(420, 150);
  await user.click(420, 380);
  await user.tool('Fillet');
  await user.click(300, 150);
  await user.click(420, 300);
  await page.keyboard.press('Escape');
  await user.curve('Fillet 1').click();
  await user.section('Joints');
  await user.card.getByRole('button', { name: 'make it a soft corner' }).click();
  await user.card.getByRole('button', { name: 'Apply' }).click();
  await expect(joint(user, /^soft corner of Line \d and .*, wanted G\d, reached G\d/).first()).toBeVisible();
  await user.card.getByRole('button', { name: 'make it a fillet' }).click();
  await user.card.getByRole('button', { name: 'Apply' }).click();
  await expect(page.locator('pb-joint-list')).toHaveCount(0);
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z');
  await expect(user.curve('Fillet 1')).toBeVisible();
});
