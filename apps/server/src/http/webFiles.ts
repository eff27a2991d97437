import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import type { MiddlewareHandler } from 'hono'

const shellOf = (root: string): string => readFileSync(join(root, 'index.html'), 'utf8')

/** The scripts that stand in the page itself, as a policy names them: no other one runs. */
export function inlineScripts(root: string): string[] {
  return [...shellOf(root).matchAll(/<script>([\s\S]*?)<\/script>/g)].map(
    ([, text = '']) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`,
  )
}

/**
 * Serves the built app: hashed files for good, everything else asked for anew; any other path opens the app. Files that
 * were packed when it was built go out as packed as the reader takes them.
 */
export function webFiles(root: string): MiddlewareHandler {
  const files = serveStatic({ root: relative(process.cwd(), root) || '.', precompressed: true })
  const shell = shellOf(root)
  const packed = existsSync(join(root, 'index.html.br')) ? readFileSync(join(root, 'index.html.br')) : null
  return async (c, next) => {
    if (c.req.method !== 'GET' && c.req.method !== 'HEAD') return next()
    const file = c.req.path === '/' ? undefined : await files(c, async () => {})
    if (file) {
      // On the answer itself: a header that is set on the context after the answer was made is lost.
      file.headers.set('cache-control', c.req.path.startsWith('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache')
      return file
    }
    c.header('cache-control', 'no-cache')
    // A file of an earlier build is not the app: a script that is a page would end in a riddle.
    if (c.req.path.startsWith('/assets/')) return c.text('There is no such file: the app was renewed. Load the page again.', 404)
    if (packed && /\bbr\b/.test(c.req.header('accept-encoding') ?? '')) {
      c.header('content-encoding', 'br')
      c.header('content-type', 'text/html; charset=UTF-8')
      c.header('vary', 'accept-encoding')
      return c.body(new Uint8Array(packed))
    }
    return c.html(shell)
  }
}
