/**
 * `npm run attack [-- --requests 10000 --seed 1]`: mutated requests over every route in every role, against a server of its
 * own. Says how many were answered 5xx, what crossed from one crew to another or past a role, and what memory it took.
 * Ends with 1 when there was any of the first two.
 */
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { addressOf, mutated, randomOf, textOf } from './attack/mutate.mjs'
import { ROUTES } from './attack/routes.mjs'
import { ensureBuilt } from './build.mjs'
import { checkNode, ensurePackages } from './install.mjs'
import { say } from './say.mjs'
import { newDatabase, serverOn, throwawayPostgres } from './throwaway.mjs'

checkNode()
ensurePackages()
ensureBuilt()
const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : Number(process.argv[at + 1])
}
const [requests, seed] = [option('requests', 10_000), option('seed', 1)]
const random = randomOf(seed)

const postgres = await throwawayPostgres()
const server = await serverOn(await newDatabase(postgres.url))
const MARK = `mark-${seed}-of-lantern-lane`

const PEOPLE = { lead: ['jt', 'lantern-on-the-quay'], technician: ['mr', 'kiln-and-harbour'], other: ['eb', 'rope-walk-at-dawn'] }
const call = (method, path, cookie, body, headers = {}) =>
  fetch(server.base + path, {
    method,
    headers: { ...(cookie && { cookie }), ...(body !== undefined && { 'content-type': 'application/json' }), ...headers },
    ...(body !== undefined && { body: typeof body === 'string' || body instanceof Uint8Array ? body : JSON.stringify(body) }),
    signal: AbortSignal.timeout(60_000),
  })
const cookieOf = (answer) => /ingle_session=[^;]+/.exec(answer.headers.get('set-cookie') ?? '')?.[0] ?? ''
const signIn = async ([name, password]) => cookieOf(await call('POST', '/api/sign-in', '', { name, password }))

const cookies = { nobody: '' }
for (const [role, who] of Object.entries(PEOPLE)) cookies[role] = await signIn(who)
const { code } = await (await call('POST', '/api/crew/invites', cookies.lead, { role: 'reader' })).json()
cookies.reader = cookieOf(
  await call('POST', '/api/join', '', { code, name: 'reads', initials: 'RE', password: 'four words of mine' }),
)

// Something of one crew that no request of the attack says.
const { sites } = await (await call('GET', '/api/round', cookies.lead)).json()
const site = sites.find((one) => one.visits.length > 0 && one.systems.length > 0)
const [siteId, visitId, systemId] = [site.id, site.visits[0].id, site.systems[0].id]
await call('POST', `/api/sites/${siteId}/changes`, cookies.lead, {
  changes: [
    {
      id: randomUUID(),
      siteId,
      at: new Date().toISOString(),
      by: 'JT',
      kind: 'note.add',
      body: { visitId, systemId, text: MARK, standing: 'fine' },
    },
  ],
})
const { gateways } = await (await call('GET', '/api/gateways', cookies.lead)).json()
const { people } = await (await call('GET', '/api/crew', cookies.lead)).json()
// Not those who attack: a lead that is ended attacks no more.
const spare = people.find((one) => one.initials === 'RE').id
const exported = await (await call('GET', `/api/sites/${siteId}/export.json`, cookies.lead)).json()
const library = await (await call('GET', '/api/library', cookies.lead)).json()
const someone = library.documents.find((one) => one.kind === 'profile')?.content ?? {
  format: 'ingle-profile/1',
  id: 'x',
  version: 1,
}

const make = {
  where: () => ({ siteId, visitId, systemId }),
  changes: () => {
    const sample = random.one(exported.changes)
    return [sample, { ...sample, id: randomUUID() }].map((one) => ({ ...one, siteId }))
  },
  record: () => ({ ...exported, chain: undefined, photos: [], changes: exported.changes.slice(0, 1 + random.below(12)) }),
  profile: () => ({ ...someone, id: `attack-${random.below(5)}`, version: 1 + random.below(50) }),
}
const any = randomUUID()
const ids = {
  siteId: [siteId, siteId, any],
  visitId: [visitId, visitId, any],
  systemId: [systemId, systemId, any],
  gatewayId: [gateways[0]?.id ?? any, any],
  id: [spare, any],
  kind: ['profile', 'rules', 'pattern', 'test', 'nothing'],
  any: [any],
}

const residentMb = () => {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? 0) / 1000
  } catch {
    return 0
  }
}
const before = residentMb()
let most = before
const figures = { sent: 0, broken: 0, byClass: {}, fives: [], crossings: [] }
const READER_MAY = /^\/api\/(sign-out|me\/|print\/|setup|invitation|join|sign-in|sites\/[^/]+\/visits\/[^/]+\/print)/

async function attack(role) {
  const route = random.one(ROUTES)
  if (route.last || (route.seldom && !random.chance(0.03)) || (route.heavy && !random.chance(0.15))) return
  // A route that ends somebody's account or session would end the attack in that role.
  if (/\/(end|reset|role)$/.test(route.path) && random.chance(0.5)) return
  const path = addressOf(route.path, ids, random)
  const plain = typeof route.body === 'function' ? route.body(make) : route.body
  const body = route.bytes
    ? Uint8Array.from({ length: random.below(3000) }, () => random.below(256))
    : plain === undefined
      ? undefined
      : textOf(random.chance(0.8) ? mutated(plain, random) : plain, random)
  const headers = random.chance(0.05) ? { 'content-length-hint': '1', accept: '\u00e9', 'x-forwarded-for': '1.2.3.4' } : {}
  const what = `${role} ${route.method} ${path.slice(0, 160)}`
  try {
    const answer = await call(route.method, path, cookies[role], route.method === 'GET' ? undefined : body, headers)
    figures.sent += 1
    const group = `${Math.floor(answer.status / 100)}xx`
    figures.byClass[group] = (figures.byClass[group] ?? 0) + 1
    if (answer.status >= 500) figures.fives.push(`${answer.status} ${what} ${typeof body === 'string' ? body.slice(0, 300) : ''}`)
    if (route.stream) return void answer.body?.cancel()
    const text = Buffer.from(await answer.arrayBuffer()).toString('latin1')
    if ((role === 'other' || role === 'nobody') && text.includes(MARK)) figures.crossings.push(`read of another crew: ${what}`)
    if (role === 'reader' && answer.ok && route.method !== 'GET' && !READER_MAY.test(path))
      figures.crossings.push(`a reader wrote: ${what}`)
    if (role === 'nobody' && answer.ok && !/^\/api\/(health|ready|demo-accounts|setup)|^(?!\/api\/)/.test(path))
      figures.crossings.push(`nobody was answered: ${what}`)
  } catch {
    figures.broken += 1
  }
}

const ROLES = ['lead', 'technician', 'reader', 'other', 'nobody']
const started = Date.now()
let n = 0
await Promise.all(
  Array.from({ length: 8 }, async () => {
    while (figures.sent < requests && n < requests * 20) {
      n += 1
      await attack(random.one(ROLES))
      if (n % 500 === 0) most = Math.max(most, residentMb())
    }
  }),
)
most = Math.max(most, residentMb())

// Bodies that say no length and never end are read no further than they may be.
for (const path of ['/api/sign-in', `/api/sites/${siteId}/changes`, '/api/import', `/api/sites/${siteId}/photos/${any}`]) {
  const endless = new ReadableStream({
    pull(controller) {
      controller.enqueue(new Uint8Array(1_000_000).fill(32))
    },
  })
  await fetch(server.base + path, {
    method: path.includes('photos') ? 'PUT' : 'POST',
    headers: { cookie: cookies.technician },
    body: endless,
    duplex: 'half',
    signal: AbortSignal.timeout(20_000),
  }).catch(() => undefined)
  most = Math.max(most, residentMb())
}

const well = await call('GET', '/api/ready', '').catch(() => null)
say(
  `seed ${seed}: ${figures.sent} requests in ${Math.round((Date.now() - started) / 1000)} s, answered ${JSON.stringify(figures.byClass)}, ${figures.broken} broken off`,
)
say(`5xx: ${figures.fives.length}`)
for (const one of figures.fives.slice(0, 20)) say(`  ${one}`)
say(`crossings: ${figures.crossings.length}`)
for (const one of figures.crossings.slice(0, 20)) say(`  ${one}`)
say(`memory of the server: ${Math.round(before)} MB before, ${Math.round(most)} MB at most`)
say(`afterwards it is ${well?.ok ? 'ready' : 'NOT ready'}`)
await server.stop('SIGKILL')
postgres.stop()
process.exit(figures.fives.length + figures.crossings.length > 0 || !well?.ok ? 1 : 0)
