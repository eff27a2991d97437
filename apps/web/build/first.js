// Runs before anything else is there, in every browser that the rest runs in; written into the page by firstPaint.ts.
;(() => {
  const root = document.documentElement
  // The light that somebody works in, before the first thing is drawn.
  try {
    const { theme } = JSON.parse(localStorage.getItem('ingle.prefs')).state
    if (theme) root.dataset.theme = theme
  } catch {}
  root.dataset.frame = localStorage.getItem('ingle.me') ? 'in' : 'out'
  // Account and list, asked beside the script; sync/api.ts takes the answers.
  const asked = {}
  const asks = ['/api/me']
  if (location.pathname === '/') asks.push('/api/round')
  // A device that nobody has signed in on holds nothing of a site: all of it is asked for.
  const site = root.dataset.frame === 'out' && /^\/sites\/([\da-f-]{36})(\/|$)/.exec(location.pathname)
  if (site) asks.push(`/api/sites/${site[1]}/changes?after=0&fold=${'FOLD'}`)
  for (const path of asks) {
    asked[path] = fetch(path, { credentials: 'same-origin' })
    asked[path].catch(() => undefined)
  }
  window.ingleAsked = asked
  // The frame does not wait for the style, and the app does: main.tsx.
  const add = (rel, href) => {
    const link = document.createElement('link')
    link.rel = rel
    link.href = href
    if (rel !== 'stylesheet') link.crossOrigin = ''
    if (rel === 'preload') link.as = 'font'
    document.head.append(link)
    return link
  }
  window.ingleStyled = new Promise((done) => {
    const link = add('stylesheet', 'STYLE')
    link.onload = done
    link.onerror = done
  })
  // The typeface of the words comes beside the script, but not before it: on a slow line it would keep the page away longer
  // than another typeface for a moment is worth.
  if ((navigator.connection?.effectiveType ?? '4g') === '4g') add('preload', 'WORDS')
  const route = 'ROUTES'.find(([pattern]) => new RegExp(pattern).test(location.pathname))
  for (const file of route ? route[1] : []) add('modulepreload', file)
})()
