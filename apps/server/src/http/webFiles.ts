import { readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import type { MiddlewareHandler } from 'hono'

/** Serves the built app: hashed files for good, everything else asked for anew; any other path opens the app. */
export function webFiles(root: string): MiddlewareHandler {
  const files = serveStatic({
    root: relative(process.cwd(), root) || '.',
    onFound: (path, c) =>
      c.header('cache-control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache'),
  })
  const shell = readFileSync(join(root, 'index.html'), 'utf8')
  return async (c, next) => {
    if (c.req.method !== 'GET' && c.req.method !== 'HEAD') return next()
    const file = c.req.path === '/' ? undefined : await files(c, async () => {})
    if (file) return file
    c.header('cache-control', 'no-cache')
    return c.html(shell)
  }
}
