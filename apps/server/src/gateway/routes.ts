import { randomUUID } from 'node:crypto'
import { devicesOf } from '@ingle/bench'
import { findSystem, findVisit, type GatewayId, knownId, type Profile } from '@ingle/record'
import {
  type GatewayLiveAnswer,
  type GatewayReadAnswer,
  GatewayReadRequest,
  type GatewaysAnswer,
  GatewayTestRequest,
  type GatewayWriteAnswer,
  GatewayWriteRequest,
  NewGateway,
} from '@ingle/record/wire'
import { Hono } from 'hono'
import { noted } from '../audit/noted.ts'
import { idParam, readBody, type SignedIn } from '../http/context.ts'
import { notFound, Problem } from '../http/problem.ts'
import { leadOnly } from '../http/roles.ts'
import { LineError } from './lineError.ts'
import { whereTo } from './whereTo.ts'

const BODY_BYTES = 100_000

/** Loaded with the first line that somebody opens. */
const lines = () => import('./settings.ts')

/** Lines to real devices. The server connects, and only to addresses that the crew's lead has allowed. */
export function gatewayRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()

  app.get('/gateways', async (c) => c.json({ gateways: await c.get('crew').gateways() } satisfies GatewaysAnswer))

  app.post('/gateways', async (c) => {
    leadOnly(c, ...ALLOWED_BY)
    const body = await readBody(c.req.raw, BODY_BYTES, NewGateway)
    await whereTo(body.host, c.get('deps').gatewaysAnywhere)
    if ((await c.get('crew').gateways()).length >= MOST_GATEWAYS)
      throw new Problem(
        409,
        'too-many',
        `A crew has at most ${MOST_GATEWAYS} addresses.`,
        'Take out one that is not needed any more.',
      )
    const gateway = {
      id: knownId<GatewayId>(randomUUID()),
      ...body,
      allowedBy: c.get('me').initials,
      allowedAt: c.get('deps').now(),
    }
    await c.get('crew').allowGateway(gateway)
    await noted(c, 'gateway-allowed', `${gateway.name}: ${gateway.host}:${gateway.port}, unit ${gateway.unitId}`)
    return c.json(gateway)
  })

  app.delete('/gateways/:gatewayId', async (c) => {
    leadOnly(c, ...ALLOWED_BY)
    const { name } = await allowed(c)
    await c.get('crew').forbidGateway(idParam(c, 'gatewayId'))
    await noted(c, 'gateway-forbidden', name)
    return c.json({ ok: true })
  })

  app.post('/gateways/:gatewayId/read', async (c) => {
    const gateway = await lineTo(c)
    const { profile, partners } = await meant(c, await readBody(c.req.raw, BODY_BYTES, GatewayReadRequest))
    const { gatewayTimeoutMs, now } = c.get('deps')
    const settings = await onTheLine(async () => (await lines()).readSettings(gateway, gatewayTimeoutMs, profile, partners))
    return c.json({ at: now().toISOString(), settings } satisfies GatewayReadAnswer)
  })

  app.post('/gateways/:gatewayId/live', async (c) => {
    const gateway = await lineTo(c)
    const { profile } = await meant(c, await readBody(c.req.raw, BODY_BYTES, GatewayReadRequest))
    const { gatewayTimeoutMs, now } = c.get('deps')
    const values = await onTheLine(async () => (await lines()).readLive(gateway, gatewayTimeoutMs, profile))
    return c.json({ at: now().toISOString(), values } satisfies GatewayLiveAnswer)
  })

  app.post('/gateways/:gatewayId/test', async (c) => {
    const gateway = await lineTo(c)
    const body = await readBody(c.req.raw, BODY_BYTES, GatewayTestRequest)
    const { profile } = await meant(c, body)
    const { gatewayTimeoutMs, log } = c.get('deps')
    const { fanPct, damperPct } = body
    const wanted = fanPct !== undefined && damperPct !== undefined ? { fanPct, damperPct } : null
    await onTheLine(async () => (await lines()).setTest(gateway, gatewayTimeoutMs, profile, wanted))
    log.info({ gateway: gateway.name, by: c.get('me').initials, wanted }, 'test mode over a gateway')
    await noted(
      c,
      'gateway-test',
      wanted ? `${gateway.name}: fan ${wanted.fanPct} %, damper ${wanted.damperPct} %` : `${gateway.name}: ended`,
    )
    return c.json({ ok: true })
  })

  app.post('/gateways/:gatewayId/write', async (c) => {
    const gateway = await lineTo(c)
    const body = await readBody(c.req.raw, BODY_BYTES, GatewayWriteRequest)
    const { profile, partners } = await meant(c, body)
    const { gatewayTimeoutMs, now, log } = c.get('deps')
    const wanted = body.wanted.map(({ id, from, to }) => ({ id, from: from ?? null, to }))
    const settings = await onTheLine(async () =>
      (await lines()).writeSettings(gateway, gatewayTimeoutMs, profile, partners, wanted),
    )
    log.info(
      { gateway: gateway.name, by: c.get('me').initials, settings: settings.map((one) => `${one.id}: ${one.outcome}`) },
      'written over a gateway',
    )
    await noted(c, 'gateway-written', `${gateway.name}: ${settings.map((one) => `${one.id} ${one.outcome}`).join(', ')}`)
    return c.json({ at: now().toISOString(), settings } satisfies GatewayWriteAnswer)
  })

  return app
}

type Call = Parameters<typeof idParam>[0]

async function allowed(c: Call) {
  const gateway = await c.get('crew').gateway(idParam(c, 'gatewayId'))
  if (!gateway)
    throw new Problem(
      404,
      'gateway-not-allowed',
      'This address is not allowed (any more).',
      'The crew’s lead allows addresses, one by one.',
    )
  return gateway
}

/** An allowed address, as it may be connected to now. */
async function lineTo(c: Call) {
  const gateway = await allowed(c)
  const address = await whereTo(gateway.host, c.get('deps').gatewaysAnywhere)
  return { ...gateway, ...(address && { address }) }
}

async function meant(c: Call, where: GatewayReadRequest): Promise<{ profile: Profile; partners: string[] }> {
  const site = await c.get('crew').site(where.siteId)
  if (!site) throw notFound('site')
  const system = findSystem(site.state, where.systemId)
  const visit = findVisit(site.state, where.visitId)
  const devices = system && visit ? devicesOf(site.state, system, visit) : []
  const device = devices.find((one) => one.place === where.place)
  if (!device) throw notFound('device')
  if (!device.profile.gateway)
    throw new Problem(
      422,
      'no-register-map',
      `Nobody has written down the registers of a ${device.profile.family}.`,
      'Give its profile a register map, or read it at its keypad.',
    )
  return { profile: device.profile, partners: devices.map((one) => one.profile.id) }
}

const ALLOWED_BY = ['Addresses are allowed by the crew’s lead.', 'Ask the lead to allow this one.'] as const
const MOST_GATEWAYS = 50

/** A line that fails is an answer for the one who stands before the device, not a fault of the server. */
async function onTheLine<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof LineError) throw new Problem(422, `gateway-${error.kind}`, error.reason, error.remedy)
    throw error
  }
}
