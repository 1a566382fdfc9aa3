import type { Page } from '@playwright/test';

/** Sets the fan settings of a plan, one by one, as a reviewer does. */
export async function setSettings(page: Page, settings: readonly string[]): Promise<void> {
  const editor = page.getByRole('group', { name: 'Fan settings, in their order' });
  await editor.waitFor();
  const remove = editor.getByRole('button', { name: /^Remove / });
  for (let left = await remove.count(); left > 0; left -= 1) await remove.first().click();
  for (const setting of settings) {
    const [, number, unit] = /^([\d.]+) (%|dB\(A\))$/.exec(setting)!;
    await editor.getByLabel('How the fans are set').selectOption(unit === '%' ? 'duty' : 'line');
    await editor.getByRole('textbox', { name: unit === '%' ? 'Duty, %' : 'Level, dB(A)' }).fill(number!);
    await editor.getByRole('button', { name: 'Add' }).click();
  }
}
