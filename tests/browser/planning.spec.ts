import { expect, test, type Locator, type Page } from '@playwright/test';
import { startApplication, type Application } from '../support/application';
import { setSettings } from '../support/planForm';
import { seriousFaults } from '../support/axe';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
});

test.afterAll(async () => {
  await app.stop();
});

async function typeRun(page: Page, entry: string, setting: string, noise: string, die: string) {
  const form = page.getByRole('form', { name: 'Type a run' });
  await form.getByLabel('Entry').selectOption({ label: entry });
  // The load of the brief is chosen already.
  await expect(form.getByLabel('Load').locator('option:checked')).toHaveText(/120 W/);
  await form.getByLabel('Fans', { exact: true }).fill(setting);
  await form.getByLabel('Read, dB(A)').fill(noise);
  await form.getByLabel('Room, dB(A)').fill('20');
  await form.getByLabel('Die, °C').fill(die);
  await form.getByLabel('Room, °C').fill('21');
  await page.keyboard.press('Enter');
  await expect(form.getByLabel('Die, °C')).toHaveValue('');
}

/** Drags one onto another; a busy page hears the pointer late, so each step waits until the page says that it has. */
async function drag(page: Page, from: Locator, onto: Locator, ontoId: string) {
  const middle = async (item: Locator) => {
    await item.scrollIntoViewIfNeeded();
    const box = (await item.boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const end = await middle(onto);
  const start = await middle(from);
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  await page.mouse.move(start.x + 6, start.y);
  const said = page.getByRole('status').filter({ hasText: /draggable item/i });
  await expect(said).toBeAttached();
  await page.mouse.move(end.x, end.y, { steps: 4 });
  await expect(said).toContainText(`was moved over droppable area ${ontoId}.`);
  await page.mouse.up();
}

test('from nothing to a ranking: brief, line-up, rig, plan, runs by hand', async ({ page }) => {
  await page.goto(app.url);
  await page.getByLabel('Name of the new rig').fill('Kitchen bench');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('the round-up needs a title')).toBeVisible();
  await page.getByLabel('Title').fill('Two towers');
  await page.keyboard.press('Enter');
  await page.waitForURL(/brief/);

  // Brief: numbers with a comma, the card follows at once
  await page.getByLabel('Load 1', { exact: true }).fill('120');
  await page.getByLabel('Noise line, ranks').fill('31,5');
  await expect(page.getByText('Why at 31.5 dB(A)?')).toBeVisible();
  await page.getByLabel('Passes per mount').fill('0');
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'at least 1' }).first()).toBeVisible();
  await page.getByLabel('Passes per mount').fill('1');
  await page.getByLabel(/^Mounts per/).fill('1');
  await page.getByLabel('Keep this as a method').fill('Ours');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Method “Ours” kept')).toBeVisible();
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.getByText('Brief saved')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);

  // Line-up
  await page.getByRole('link', { name: /Line-up/ }).click();
  await expect(page.getByText('Nothing to compare yet')).toBeVisible();
  for (const name of ['Levante', 'Poniente']) {
    await page.getByLabel('New product').fill(name);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: `Product: ${name}, edit` })).toBeVisible();
  }
  const row = page.locator('tr[data-entry="levante"]');
  await row.getByRole('button', { name: /Height, mm/ }).click();
  await page.getByRole('textbox', { name: 'Height, mm' }).fill('tall');
  await page.keyboard.press('Enter');
  await expect(row.getByText('not a number')).toBeVisible();
  await page.getByRole('textbox', { name: 'Height, mm' }).fill('158,5');
  await page.keyboard.press('Enter');
  await expect(row.getByRole('button', { name: 'Height, mm: 158.5, edit' })).toBeVisible();
  await expect(page.getByText('Height of Levante saved')).toBeVisible();
  await row.getByRole('button', { name: 'Open Levante' }).click();
  await page.getByLabel('Which sample was it?').fill('A');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Diary' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  // A fault behind a fold opens it.
  const more = page.getByText('More of it, for readers’ facts and fit');
  await more.click();
  await page.getByLabel('Revision').fill('2');
  await page.getByLabel('Fan size').fill('wide');
  await more.click();
  await expect(page.getByLabel('Fan size')).toBeHidden();
  await page.getByRole('button', { name: 'Save the product' }).click();
  await expect(page.getByText('not a number: “wide”')).toBeVisible();
  await page.getByLabel('Fan size').fill('120');
  await page.getByRole('button', { name: 'Save the product' }).click();
  await expect(page.getByText('Product saved')).toBeVisible();

  // Rig: the meter by arrow keys, and out of the room
  await page.getByRole('link', { name: /Rig/ }).click();
  const meter = page.getByRole('slider', { name: 'Sound meter' });
  await meter.focus();
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Meter from the cooler')).not.toHaveValue('60');
  await page.getByLabel('Meter from the cooler').fill('5000');
  await expect(page.getByText(/is outside the room/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save the rig' })).toBeDisabled();
  await page.getByLabel('Meter from the cooler').fill('75');
  await page.getByRole('button', { name: 'Save the rig' }).click();
  await expect(page.getByText('The rig is saved')).toBeVisible();
  await expect(page.getByText('covers on, supply off and unplugged')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);

  // Plan: made, moved by keyboard, saved
  await page.getByRole('link', { name: /^.*Plan/ }).click();
  await setSettings(page, ['100 %', '50 %']);
  await expect(page.getByRole('heading', { name: '0 of 6 runs done' })).toBeVisible();
  const block = page.locator('[data-mounting="poniente 1"]');
  const before = await page
    .locator('[data-mounting]')
    .evaluateAll((all) => all.map((other) => other.getAttribute('data-mounting')));
  expect(before).toEqual(['levante 1', 'poniente 1', 'levante 2']);
  await block.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/no control after the last mount/)).toBeVisible();
  await expect(block).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByText(/no control after the last mount/)).toHaveCount(0);
  // The same by dragging
  await drag(page, block, page.locator('[data-mounting="levante 2"]'), 'levante 2');
  await expect(page.getByText(/no control after the last mount/)).toBeVisible();
  await page.getByRole('button', { name: 'Back to the designed order' }).click();
  await page.getByRole('button', { name: 'Save the plan' }).click();
  await expect(page.getByText('Plan saved')).toBeVisible();
  await expect(page.getByText(/would be separated 4 times in 5/)).toBeVisible();
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await seriousFaults(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light' });
  const calendar = await page.request.get(`${page.url()}/ics`);
  expect(await calendar.text()).toContain('SUMMARY:Poniente');
  const plan = page.url();
  await page.goto(`${plan}/print`);
  await expect(page.getByText('Read 120 W, fans 50 %, pass 1').first()).toBeVisible();

  // Runs by hand tick it off
  await page.goto(plan.replace('plan', 'logbook'));
  await page.getByRole('button', { name: /Type a run/ }).click();
  await typeRun(page, 'Levante', '100 %', '38', '50');
  await typeRun(page, 'Levante', '50 %', '29', '55');
  await typeRun(page, 'Poniente', '100 %', '37', '52');
  await typeRun(page, 'Poniente', '50 %', '28,5', '58');
  await page.goto(plan);
  await expect(page.getByRole('heading', { name: '4 of 6 runs done' })).toBeVisible();
  await page.goto(plan.replace('plan', 'verdict'));
  await expect(page.locator('tr[data-entry="levante"]')).toBeVisible();
  await page.goto(plan.replace('plan', 'curves'));
  await expect(page.getByLabel('Noise line, dB(A)')).toHaveValue('31.5');
});

test('a plan that cannot be, and two who move one block', async ({ page, browser }) => {
  await page.goto(app.url);
  await page.getByLabel('Title').fill('Second');
  await page.getByLabel('On the rig').selectOption({ label: 'a new rig' });
  await page.getByLabel('Name of the new rig').fill('Attic');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/brief/);
  await page.getByLabel('Deadline').fill('2026-01-05');
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.getByText('Brief saved')).toBeVisible();
  await page.goto(page.url().replace('brief', 'plan'));
  await expect(page.getByText('the line-up has no entries yet')).toBeVisible();
  await page.goto(page.url().replace('plan', 'line-up'));
  for (const name of ['Bora', 'Mistral']) {
    await page.getByLabel('New product').fill(name);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: `Product: ${name}, edit` })).toBeVisible();
  }
  await page.goto(page.url().replace('line-up', 'plan'));
  await expect(page.getByText(/The deadline, 5 Jan 20\d\d, is past/)).toBeVisible();
  await page.getByLabel('Passes', { exact: true }).fill('0');
  await expect(page.getByText('at least one pass').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save the plan' })).toBeDisabled();
  await page.getByLabel('Passes', { exact: true }).fill('1');
  await page.getByLabel('Quiet from').fill('02:00');
  await page.getByLabel('to', { exact: true }).nth(1).fill('05:00');
  await expect(page.getByText(/quiet hours cover no working hour/).first()).toBeVisible();
  await page.getByLabel('Quiet from').fill('18:00');
  await page.getByLabel('to', { exact: true }).nth(1).fill('23:00');
  await page.getByRole('button', { name: 'Save the plan' }).click();
  await expect(page.getByText('Plan saved')).toBeVisible();

  const other = await browser.newPage();
  await other.goto(page.url());
  await other.getByLabel('Control every').fill('2');
  await page.getByLabel('Control every').fill('3');
  await page.getByRole('button', { name: 'Save the plan' }).click();
  // The notice of the first saving may still stand.
  await expect(page.getByText('Plan saved').last()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save the plan' })).toBeDisabled();
  await other.getByRole('button', { name: 'Save the plan' }).click();
  await expect(other.getByText(/Meanwhile .* has changed this/).first()).toBeVisible();
  await expect(other.getByLabel('Control every')).toHaveValue('2');
  await other.close();
});
