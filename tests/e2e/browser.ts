import { existsSync } from 'node:fs'
import type { LaunchOptions } from '@playwright/test'

/** The same browser twice: without windows it is a third quicker. */
const BROWSERS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium']

/** Debian's Chromium, kept from looking for anything outside this machine. */
export const chromiumOptions: LaunchOptions = {
  executablePath: BROWSERS.find((path) => existsSync(path)),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}
