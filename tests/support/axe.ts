import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Rules that a page breaks seriously, of some or of all. Pages have no frames: asked for in one piece it takes a third of the time. */
export async function seriousFaults(page: Page, only?: string[]): Promise<string[]> {
  // Looked at as it is used: before it is alive a page takes nothing, and axe takes its scrolled parts for closed ones.
  await expect(page.locator('fieldset.waking-page:disabled')).toHaveCount(0);
  const asked = new AxeBuilder({ page })
    // Targets of 24 px and more, which axe looks at only when asked.
    .options({ resultTypes: ['violations'], rules: { 'target-size': { enabled: true } } })
    .setLegacyMode(true);
  const { violations } = await (only ? asked.withRules(only) : asked).analyze();
  return violations
    .filter((violation) => violation.impact === 'serious' || violation.impact === 'critical')
    .map((violation) => `${violation.id}: ${violation.nodes[0]?.html.slice(0, 160) ?? ''}`);
}
