import { readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import type { MiddlewareHandler } from 'hono'

/** Serves the built app: hashed files for good, everything else asked for anew; any other path opens the app. */
export function webFiles(root: string): MiddlewareHandler {
  const files = serveStatic({ root: relative(process.cwd(), root) || '.' })
  const shell = readFileSync(join(root, 'index.html'), 'utf8')
  return async (c, next) => {
    if (c.req.method !== 'GET' && c.req.method !== 'HEAD') return next()
    const file = c.req.path === '/' ? undefined : await files(c, async () => {})
    if (file) {
      // On the answer itself: a header that is set on the context after the answer was made is lost.
      file.headers.set('cache-control', c.req.path.startsWith('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache')
      return file
    }
    c.header('cache-control', 'no-cache')
    return c.html(shell)
  }
}
