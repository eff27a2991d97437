import { DEMO_CREWS } from '@ingle/catalog/demo'
import { checked, FOLD_VERSION } from '@ingle/record'
import { type DemoAccountsAnswer, type PeopleAnswer, SignInRequest } from '@ingle/record/wire'
import { Hono } from 'hono'
import { compress } from 'hono/compress'
import { deleteCookie, getCookie, setCookie } from 'hono/cookie'
import { secureHeaders } from 'hono/secure-headers'
import { streamSSE } from 'hono/streaming'
import { CrewData, isOfData } from '../data/crewData.ts'
import { exchangeRoutes } from '../exchange/routes.ts'
import { gatewayRoutes } from '../gateway/routes.ts'
import { libraryRoutes } from '../library/routes.ts'
import { reportRoutes } from '../reports/routes.ts'
import { Accounts } from '../signIn/accounts.ts'
import { siteRoutes } from '../sites/routes.ts'
import { VERSION } from '../version.ts'
import { type Deps, readJson, type SignedIn } from './context.ts'
import { Problem, sendProblem } from './problem.ts'
import { webFiles } from './webFiles.ts'

const COOKIE = 'ingle_session'
const COOKIE_DAYS = 30
/** Silence on a news stream is broken this often, so that proxies keep it open. */
const HEARTBEAT_MS = 25_000

export function makeApp(deps: Deps): Hono<SignedIn> {
  const accounts = new Accounts(deps.db)
  const app = new Hono<SignedIn>()

  app.use(async (c, next) => {
    const started = performance.now()
    await next()
    if (c.req.path.startsWith('/api/'))
      deps.log.info(
        { method: c.req.method, path: c.req.path, status: c.res.status, ms: Math.round(performance.now() - started) },
        'request',
      )
  })
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        // Charts place their parts with inline styles.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'"],
        frameAncestors: ["'none'"],
      },
    }),
  )
  app.use(compress())
  app.use('/api/*', sameOriginWrites)
  app.onError((error, c) => {
    if (error instanceof Problem) return sendProblem(c, error)
    if (isOfData(error))
      return sendProblem(
        c,
        new Problem(
          422,
          'unstorable',
          'This holds something that cannot be stored.',
          'Look for signs that no keyboard writes, take them out, and send it again.',
        ),
      )
    deps.log.error({ error: error.message, stack: error.stack, path: c.req.path }, 'failed')
    return sendProblem(
      c,
      new Problem(
        500,
        'failed',
        'The server could not do that.',
        'What you entered is kept on this device; try again in a moment.',
      ),
    )
  })

  app.get('/api/health', async (c) => {
    const [schema] = await deps.db.query('SELECT name FROM migrations ORDER BY id DESC LIMIT 1')
    const [database] = await deps.db.query('SHOW server_version')
    return c.json({
      ok: true,
      version: VERSION,
      database: database.server_version,
      schema: schema.name,
      fold: FOLD_VERSION,
      demo: deps.demo,
    })
  })
  app.get('/api/demo-accounts', (c) =>
    c.json({
      accounts: deps.demo ? DEMO_CREWS.flatMap((crew) => crew.accounts.map((one) => ({ crew: crew.name, ...one }))) : [],
    } satisfies DemoAccountsAnswer),
  )
  app.post('/api/sign-in', async (c) => {
    const body = checked(SignInRequest, await readJson(c.req.raw, 10_000), 'Request')
    if (!body.ok) throw new Problem(400, 'bad-sign-in', 'Name or password is missing.', 'Fill in both.')
    const { name, password } = body.value
    const { token, me } = await accounts.signIn(name, password, remoteAddress(c.env))
    setCookie(c, COOKIE, token, {
      httpOnly: true,
      sameSite: 'Strict',
      path: '/',
      secure: deps.secureCookie,
      maxAge: COOKIE_DAYS * 86_400,
    })
    return c.json(me)
  })

  app.use('/api/*', async (c, next) => {
    const token = getCookie(c, COOKIE)
    const me = token ? await accounts.whoHas(token) : null
    if (!token || !me)
      throw new Problem(401, 'signed-out', 'You are not signed in.', 'Sign in again; what waits on this device is kept.')
    c.set('me', me)
    c.set('token', token)
    c.set('crew', new CrewData(deps.db, me.crewId))
    c.set('deps', deps)
    await next()
  })
  app.get('/api/me', (c) => c.json(c.get('me')))
  app.get('/api/crew', async (c) => c.json({ people: await accounts.people(c.get('me').crewId) } satisfies PeopleAnswer))
  app.post('/api/sign-out', async (c) => {
    await accounts.signOut(c.get('token'))
    deleteCookie(c, COOKIE, { path: '/' })
    return c.json({ ok: true })
  })
  app.post('/api/sign-out-everywhere', async (c) => {
    await accounts.signOutEverywhere(c.get('me').accountId)
    deleteCookie(c, COOKIE, { path: '/' })
    return c.json({ ok: true })
  })
  app.get('/api/news', (c) =>
    streamSSE(c, async (stream) => {
      const stop = deps.newsroom.subscribe(c.get('me').crewId, ({ siteId, seq }) => {
        void stream.writeSSE({ event: siteId === null ? 'library' : 'site', data: JSON.stringify({ siteId, seq }) })
      })
      stream.onAbort(stop)
      await stream.writeSSE({ event: 'hello', data: '{}' })
      while (!stream.aborted) {
        await stream.sleep(HEARTBEAT_MS)
        await stream.writeSSE({ event: 'beat', data: '{}' })
      }
    }),
  )
  app.route('/api', siteRoutes())
  app.route('/api', exchangeRoutes())
  app.route('/api', libraryRoutes())
  app.route('/api', gatewayRoutes())
  app.route('/api', reportRoutes())
  app.all('/api/*', () => {
    throw new Problem(404, 'no-such-address', 'There is nothing at this address.', 'Check it, or open the Round.')
  })
  if (deps.webRoot) app.use('*', webFiles(deps.webRoot))
  return app
}

/** A browser says where a write comes from; one from another site is refused. Other clients carry no cookie to misuse. */
async function sameOriginWrites(
  c: { req: { method: string; header: (name: string) => string | undefined } },
  next: () => Promise<void>,
): Promise<void> {
  if (c.req.method !== 'GET' && c.req.method !== 'HEAD') {
    const origin = c.req.header('origin')
    const site = c.req.header('sec-fetch-site')
    const host = c.req.header('host')
    const foreign =
      (origin !== undefined && originHost(origin) !== host) || (site !== undefined && site !== 'same-origin' && site !== 'none')
    if (foreign) throw new Problem(403, 'other-origin', 'This write comes from another site.', 'Use Ingle at its own address.')
  }
  await next()
}

/** The address at the other end of the socket. Headers that a client can write are not believed here. */
function remoteAddress(env: unknown): string {
  return (env as { incoming?: { socket?: { remoteAddress?: string } } } | undefined)?.incoming?.socket?.remoteAddress ?? 'here'
}

function originHost(origin: string): string | null {
  try {
    return new URL(origin).host
  } catch {
    return null
  }
}
