/** How Debian's Chromium is started everywhere: tests, pictures. */
import { chromium } from './install.mjs'

export const LAUNCH = {
  executablePath: chromium() ?? '/usr/bin/chromium',
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
