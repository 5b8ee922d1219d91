import type { Page } from '@playwright/test';
import axe from 'axe-core';

/** What every rule of the guidelines looks at. */
const GUIDELINES = { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa'] } satisfies axe.RunOnly;

/** All that another theme can change: it has other colours, and nothing else. */
const COLOURS = { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } satisfies axe.RunOnly;

/** What stands seriously in the way of somebody with a screen reader or a keyboard: rule and place, none when all is well. */
export function seriousProblems(page: Page): Promise<string[]> {
  return problemsOf(page, GUIDELINES);
}

/** The same of a page that was looked at in the other theme already. */
export function seriousProblemsOfColour(page: Page): Promise<string[]> {
  return problemsOf(page, COLOURS);
}

async function problemsOf(page: Page, runOnly: axe.RunOnly): Promise<string[]> {
  const isThere = await page.evaluate(() => 'axe' in window);
  if (!isThere) await page.evaluate(axe.source);
  // Tones of buttons fade over for a moment. They are brought to their end, not waited for: what isn't drawn just now never gets there.
  await page.evaluate(() => {
    for (const each of document.getAnimations()) {
      if (each.effect?.getComputedTiming().endTime === Infinity) each.cancel();
      else each.finish();
    }
  });
  // The nodes of what passed aren't gathered, and nothing is fetched once more: what would look at that, media, isn't there.
  const { violations } = await page.evaluate(
    (only) =>
      (window as unknown as { axe: typeof axe }).axe.run(document, {
        runOnly: only,
        resultTypes: ['violations'],
        preload: false,
      }),
    runOnly,
  );
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html ?? ''}`);
}
