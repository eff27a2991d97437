import type { IncomingMessage } from 'node:http'
import { DEMO_CREWS } from '@ingle/catalog/demo'
import { checked, FOLD_VERSION } from '@ingle/record'
import { type DemoAccountsAnswer, type Hello, SignInRequest } from '@ingle/record/wire'
import { type Context, Hono } from 'hono'
import { compress } from 'hono/compress'
import { deleteCookie, getCookie, setCookie } from 'hono/cookie'
import { secureHeaders } from 'hono/secure-headers'
import { streamSSE } from 'hono/streaming'
import ipaddr from 'ipaddr.js'
import proxyAddr from 'proxy-addr'
import { CrewPeople } from '../crew/crewPeople.ts'
import { crewRoutes, entranceRoutes } from '../crew/routes.ts'
import { CrewData, isAway, isOfData } from '../data/crewData.ts'
import { lineageOf } from '../data/lineage.ts'
import { exchangeRoutes } from '../exchange/routes.ts'
import { gatewayRoutes } from '../gateway/routes.ts'
import { libraryRoutes } from '../library/routes.ts'
import type { EndedSession, News } from '../news/newsroom.ts'
import { paperRoutes } from '../papers/routes.ts'
import { reportRoutes } from '../reports/routes.ts'
import { Accounts, type Door } from '../signIn/accounts.ts'
import { Attempts, knownDevice } from '../signIn/attempts.ts'
import { siteRoutes } from '../sites/routes.ts'
import { VERSION } from '../version.ts'
import { type Deps, readJson, type SignedIn } from './context.ts'
import { Problem, sendProblem } from './problem.ts'
import { mayWrite, READS_ONLY } from './roles.ts'
import { inlineScripts, webFiles } from './webFiles.ts'

const COOKIE = 'ingle_session'
const COOKIE_DAYS = 30
/** By which a browser is known that has signed in before: it opens nothing. */
const KNOWN_COOKIE = 'ingle_known'
const KNOWN_DAYS = 400
/** Silence on a news stream is broken this often, so that proxies keep it open. */
const HEARTBEAT_MS = 25_000

const peopleAs = (c: Context<SignedIn>) =>
  new CrewPeople(c.get('deps').db, c.get('me').crewId, { who: c.get('me').initials, address: c.get('address') })

export function makeApp(deps: Deps): Hono<SignedIn> {
  const attempts = new Attempts(deps.db, deps.wait)
  const accounts = new Accounts(deps.db, attempts)
  const addressOf = addressBehind(deps.proxies)
  const doorOf = (c: Context): Door => ({
    address: addressOf(c),
    device: c.req.header('user-agent') ?? '',
    known: getCookie(c, KNOWN_COOKIE),
  })
  const keepSignedIn = (c: Context, token: string, known: string) => {
    const secure = deps.secureCookie ?? !isLoopback(c.req.header('host') ?? '')
    const kept = { httpOnly: true, sameSite: 'Strict', path: '/', secure } as const
    setCookie(c, COOKIE, token, { ...kept, maxAge: COOKIE_DAYS * 86_400 })
    setCookie(c, KNOWN_COOKIE, known, { ...kept, maxAge: KNOWN_DAYS * 86_400 })
  }
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
        scriptSrc: ["'self'", ...(deps.webRoot ? inlineScripts(deps.webRoot) : [])],
        // Charts place their parts with inline styles.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    }),
  )
  app.use(compress())
  app.use('/api/*', async (c, next) => {
    await next()
    // What a crew reads is nobody else's, on the way neither.
    if (!c.res.headers.has('cache-control')) c.res.headers.set('cache-control', 'no-store')
  })
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
    if (isAway(error)) {
      deps.log.warn({ error: error.message, path: c.req.path }, 'the database is away')
      return sendProblem(
        c,
        new Problem(
          503,
          'away',
          'The server’s database is away.',
          'What you entered is kept on this device; it goes out when it is back.',
        ),
      )
    }
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
  /** Whether this server can be sent work: beside health, which says what it is. */
  app.get('/api/ready', async (c) => {
    const database = await deps.db.query('SELECT 1').then(
      () => true,
      () => false,
    )
    const news = deps.newsroom.hears
    return c.json({ ready: database && news, database, news }, database && news ? 200 : 503)
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
    const { token, me, known } = await accounts.signIn(name, password, doorOf(c))
    keepSignedIn(c, token, known)
    return c.json(me)
  })
  app.route(
    '/api',
    entranceRoutes(deps, {
      attempts,
      doorOf,
      letIn: async (c, account) => {
        const token = await accounts.begin(deps.db.manager, account, doorOf(c))
        keepSignedIn(c, token, knownDevice((await lineageOf(deps.db)).secret, account.id))
        return c.json(await accounts.meOf(account))
      },
    }),
  )

  app.use('/api/*', async (c, next) => {
    const token = getCookie(c, COOKIE)
    const holder = token ? await accounts.whoHas(token) : null
    if (!holder)
      throw new Problem(401, 'signed-out', 'You are not signed in.', 'Sign in again; what waits on this device is kept.')
    if ('ended' in holder)
      throw new Problem(401, 'account-ended', 'This account was ended.', 'The crew’s data leaves this device; ask your lead.')
    const { me, sessionId } = holder
    if (!mayWrite(me.role, c.req.method, c.req.path)) throw READS_ONLY()
    c.set('me', me)
    c.set('sessionId', sessionId)
    c.set('address', addressOf(c))
    c.set('accounts', accounts)
    c.set('attempts', attempts)
    c.set('crew', new CrewData(deps.db, me.crewId))
    c.set('deps', deps)
    await next()
  })
  app.get('/api/me', (c) => c.json(c.get('me')))
  app.post('/api/sign-out', async (c) => {
    const { me, sessionId } = { me: c.get('me'), sessionId: c.get('sessionId') }
    await peopleAs(c).endSessions(me.accountId, { only: sessionId })
    deleteCookie(c, COOKIE, { path: '/' })
    return c.json({ ok: true })
  })
  app.post('/api/sign-out-everywhere', async (c) => {
    await peopleAs(c).endSessions(c.get('me').accountId, { but: null })
    deleteCookie(c, COOKIE, { path: '/' })
    return c.json({ ok: true })
  })
  app.get('/api/news', (c) =>
    streamSSE(c, async (stream) => {
      // The first word; said again where news may have been missed: the device then looks everything up.
      const hello = async () => {
        const epoch = await c
          .get('crew')
          .epoch()
          .catch(() => null)
        await stream.writeSSE({ event: 'hello', data: JSON.stringify((epoch ? { epoch } : {}) satisfies Hello) })
      }
      const { crewId } = c.get('me')
      const token = getCookie(c, COOKIE) ?? ''
      const isOver = async () => {
        const holder = await accounts.whoHas(token).catch(() => undefined)
        return holder === null || (holder !== undefined && 'ended' in holder)
      }
      const tell = async (news: News | EndedSession | 'missed') => {
        if (news === 'missed') return hello()
        if (!('endedSession' in news))
          return stream.writeSSE({
            event: news.siteId === null ? 'library' : 'site',
            data: JSON.stringify({ siteId: news.siteId, seq: news.seq }),
          })
        if (news.endedSession !== c.get('sessionId')) return
        await stream.writeSSE({ event: 'ended', data: '{}' })
        await stream.close()
      }
      const stop = deps.newsroom.subscribe(crewId, (news) => {
        // Whoever has gone meanwhile hears of it when they are back.
        tell(news).catch(() => undefined)
      })
      stream.onAbort(stop)
      await hello()
      while (!stream.aborted && !stream.closed) {
        await stream.sleep(HEARTBEAT_MS)
        if (stream.closed) break
        // One that ran out, or ended while news were not heard, ends here.
        if (await isOver()) {
          await stream.writeSSE({ event: 'ended', data: '{}' })
          break
        }
        await stream.writeSSE({ event: 'beat', data: '{}' })
      }
      stop()
    }),
  )
  app.route('/api', crewRoutes(doorOf))
  app.route('/api', siteRoutes())
  app.route('/api', exchangeRoutes())
  app.route('/api', libraryRoutes())
  app.route('/api', gatewayRoutes())
  app.route('/api', reportRoutes())
  app.route('/api', paperRoutes())
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

/**
 * Where somebody comes from: the other end of the socket, or what a named proxy says of it. Headers that a client can
 * write by itself are not believed.
 */
export function addressBehind(proxies: readonly string[]): (c: Context) => string {
  const trust = proxyAddr.compile([...proxies])
  return (c) => {
    const { incoming } = (c.env ?? {}) as { incoming?: IncomingMessage }
    if (!incoming?.socket?.remoteAddress) return 'here'
    return proxies.length === 0 ? incoming.socket.remoteAddress : proxyAddr(incoming, trust)
  }
}

/** Whether a host's name, with or without a port, is this machine's own. */
export function isLoopback(host: string): boolean {
  const name = host.replace(/:\d+$/, '').replace(/^\[|\]$/g, '')
  return name === 'localhost' || (ipaddr.isValid(name) && ipaddr.parse(name).range() === 'loopback')
}

function originHost(origin: string): string | null {
  try {
    return new URL(origin).host
  } catch {
    return null
  }
}
