import { expect, type Page } from '@playwright/test';
import axe from 'axe-core';

/**
 * What axe finds on a page as it is now, as `rule: first element`.
 * It runs in the page itself: Mevlo has no frames, for which the usual wrapper opens a second page each time.
 */
export async function axeFindings(page: Page): Promise<string[]> {
  // The title of a page comes with its content, a moment after its address.
  await expect(page).toHaveTitle(/./);
  await page.evaluate(axe.source);
  return page.evaluate(async () => {
    const { run } = (window as unknown as { axe: typeof axe }).axe;
    const { violations } = await run(document, { resultTypes: ['violations'] });
    return violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
  });
}
