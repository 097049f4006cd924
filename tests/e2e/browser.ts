import type { LaunchOptions } from '@playwright/test'

/** Debian's Chromium, kept from looking for anything outside this machine. */
export const chromiumOptions: LaunchOptions = {
  executablePath: '/usr/bin/chromium',
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
