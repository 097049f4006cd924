import { test as base } from '@playwright/test'

export { expect, type Browser, type Page } from '@playwright/test'

/** The address of a demo club that no other file's tests see. */
export interface OwnClub {
  club: string
}

/** `test` with the demo club of its file: made when the first of its tests begins, gone after the last. */
export const test = base.extend<object, OwnClub>({
  club: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads from it which fixtures this one needs: none.
    async ({}, use) => {
      const clubs = process.env.LINTEL_CLUBS ?? ''
      const made = await fetch(clubs, { method: 'POST' })
      const url = await made.text()
      if (!made.ok) throw new Error(`No club for this file: ${url}`)
      await use(url)
      await fetch(`${clubs}/${encodeURIComponent(url)}`, { method: 'DELETE' })
    },
    { scope: 'worker', timeout: 180_000 },
  ],
  baseURL: async ({ club }, use) => use(club),
})
