import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from './club'

interface Look {
  /** Only these parts of the page; all of it without. */
  within?: string[]
}

/**
 * The serious and critical findings of axe on a page, each with where it is and what is wrong. Toasts are left out: one that is fading
 * away has no contrast for a moment.
 */
export async function seriousFindings(page: Page, { within = [] }: Look = {}): Promise<string[]> {
  const axe = new AxeBuilder({ page })
    // What passed is only counted: telling where each of it stands is most of the work on a large page.
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .exclude('[data-sonner-toaster]')
  for (const part of within) axe.include(part)
  const { violations, passes } = await axe.analyze()
  // A run that looked at nothing would find nothing.
  expect(passes.length).toBeGreaterThan(8)
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map(
        ({ target, failureSummary }) => `${id}: ${target.join(' ')} ${failureSummary?.split('\n')[1] ?? ''}`,
      ),
    )
}
