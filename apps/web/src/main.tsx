import './styles.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { whenQuiet } from './app/quiet.ts'
import { fetchPages, Pages } from './app/routes.tsx'
import { followTheme } from './prefs/prefs.ts'

followTheme()
// Beside the frame that is drawn first.
fetchPages(location)

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')
// Asked for by the page itself: see build/first.js.
await (globalThis as { ingleStyled?: Promise<unknown> }).ingleStyled
createRoot(root).render(
  <StrictMode>
    <BrowserRouter>
      <Pages />
    </BrowserRouter>
  </StrictMode>,
)

/**
 * The typefaces are fifty kilobytes: on a slow line, the first time, the page comes before them. Afterwards the device has
 * them, and they are there from the first word.
 */
const FONTS_KEPT = 'ingle.fonts'
const fonts = () =>
  import('./fonts.css')
    .then(() => document.fonts.ready)
    .then(() => localStorage.setItem(FONTS_KEPT, '1'))
    .catch(() => undefined)
const line = (navigator as { connection?: { effectiveType?: string } }).connection?.effectiveType ?? '4g'
if (line === '4g' || localStorage.getItem(FONTS_KEPT)) void fonts()
else whenQuiet(() => void fonts())

if (import.meta.env.PROD && 'serviceWorker' in navigator)
  whenQuiet(() => void navigator.serviceWorker.register('/sw.js', { scope: '/' }).catch(() => undefined))
