import type { Page } from '@playwright/test';
import axe from 'axe-core';

/** What stands seriously in the way of somebody with a screen reader or a keyboard: rule and place, none when all is well. */
export async function seriousProblems(page: Page): Promise<string[]> {
  await page.evaluate(axe.source);
  // The nodes of what passed aren't gathered, and nothing is fetched once more: what would look at that, media, isn't there.
  const { violations } = await page.evaluate(() =>
    (window as unknown as { axe: typeof axe }).axe.run(document, {
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa'],
      resultTypes: ['violations'],
      preload: false,
    }),
  );
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html ?? ''}`);
}
