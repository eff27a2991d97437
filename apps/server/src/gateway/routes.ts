import { randomUUID } from 'node:crypto'
import { PLACES, type Place } from '@ingle/core'
import { checked, devicesOf, findSystem, findVisit, type Profile } from '@ingle/record'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { Hono } from 'hono'
import { idParam, readJson, type SignedIn } from '../http/context.ts'
import { notFound, Problem } from '../http/problem.ts'
import { LineError } from './lineError.ts'

const BODY_BYTES = 100_000

/** Loaded with the first line that somebody opens. */
const lines = () => import('./settings.ts')

class NewGateway {
  @IsString() @IsNotEmpty() @MaxLength(80) name!: string
  /** A name or an address in the building's network. */
  @Matches(/^[a-z0-9]([a-z0-9.-]*[a-z0-9])?$/i) @MaxLength(253) host!: string
  @IsInt() @Min(1) @Max(65_535) port!: number
  @IsInt() @Min(0) @Max(255) unitId!: number
}

/** Which device of which visit is meant; what it is stands in the record. */
class Meant {
  @IsUUID() siteId!: string
  @IsUUID() visitId!: string
  @IsUUID() systemId!: string
  @IsIn(PLACES) place!: Place
}

class WantedValue {
  @IsString() @IsNotEmpty() @MaxLength(60) id!: string
  @IsOptional() @IsString() @MaxLength(120) from!: string | null
  @IsString() @IsNotEmpty() @MaxLength(120) to!: string
}

class MeantWrite extends Meant {
  @IsArray() @ArrayMaxSize(100) @ValidateNested({ each: true }) @Type(() => WantedValue) wanted!: WantedValue[]
}

/** Lines to real devices. The server connects, and only to addresses that the crew's lead has allowed. */
export function gatewayRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()

  app.get('/gateways', async (c) => c.json({ gateways: await c.get('crew').gateways() }))

  app.post('/gateways', async (c) => {
    leadOnly(c.get('me').role)
    const body = read(NewGateway, await readJson(c.req.raw, BODY_BYTES))
    const gateway = { id: randomUUID(), ...body, allowedBy: c.get('me').initials, allowedAt: c.get('deps').now() }
    await c.get('crew').allowGateway(gateway)
    return c.json(gateway)
  })

  app.delete('/gateways/:gatewayId', async (c) => {
    leadOnly(c.get('me').role)
    await c.get('crew').forbidGateway(idParam(c, 'gatewayId'))
    return c.json({ ok: true })
  })

  app.post('/gateways/:gatewayId/read', async (c) => {
    const gateway = await allowed(c)
    const { profile, partners } = await meant(c, read(Meant, await readJson(c.req.raw, BODY_BYTES)))
    const { gatewayTimeoutMs, now } = c.get('deps')
    const settings = await onTheLine(async () => (await lines()).readSettings(gateway, gatewayTimeoutMs, profile, partners))
    return c.json({ at: now().toISOString(), settings })
  })

  app.post('/gateways/:gatewayId/write', async (c) => {
    const gateway = await allowed(c)
    const body = read(MeantWrite, await readJson(c.req.raw, BODY_BYTES))
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
    return c.json({ at: now().toISOString(), settings })
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

async function meant(c: Call, where: Meant): Promise<{ profile: Profile; partners: string[] }> {
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

function leadOnly(role: string): void {
  if (role !== 'lead')
    throw new Problem(403, 'lead-only', 'Addresses are allowed by the crew’s lead.', 'Ask the lead to allow this one.')
}

function read<T extends object>(shape: new () => T, plain: unknown): T {
  const body = checked(shape, plain, 'Request')
  if (!body.ok) throw new Problem(422, 'bad-request', body.reason, body.remedy)
  return body.value
}

/** A line that fails is an answer for the one who stands before the device, not a fault of the server. */
async function onTheLine<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof LineError) throw new Problem(422, `gateway-${error.kind}`, error.reason, error.remedy)
    throw error
  }
}
