import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What stands seriously in the way of somebody with a screen reader or a keyboard: rule and place, none when all is well. */
export async function seriousProblems(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa'])
    // The nodes of what passed aren't gathered, and no second page is opened to put frames together: there are none.
    .options({ resultTypes: ['violations'] })
    .setLegacyMode()
    .analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html ?? ''}`);
}
