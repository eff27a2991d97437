import { type ProblemBody, type ProblemCode, problemCode } from '@ingle/record/problems'
import type { Glance } from './glance.ts'

/** The server said no, in words. */
export class Refused {
  constructor(
    readonly status: number,
    readonly code: ProblemCode,
    readonly reason: string,
    readonly remedy: string,
  ) {}
}

/** The server did not answer, or not in a way that this app understands. */
export class Offline {
  readonly reason = 'The server does not answer.'
  readonly remedy = 'What you entered is kept on this device and goes out when it answers again.'
}

/** The server is there and failed over this one call: another one may well be answered. */
export class Failed {
  readonly reason = 'The server failed over this.'
  readonly remedy = 'It stays kept on this device: send it again later, or enter it in other words.'
}

/** Hears by how much this device's clock is ahead of the server's, ms, as well as an answer's date can say. */
type ClockListener = (aheadMs: number) => void
let onClock: ClockListener = () => undefined
export const hearClock = (listener: ClockListener): void => {
  onClock = listener
}

/** An answer that took longer than this says little about the clock, ms. */
const SLOW_MS = 10_000
/** An answer's date is cut down to seconds, ms. */
const DATE_STEP_MS = 1000

function tellClock(sentMs: number, date: string | null): void {
  const nowMs = Date.now()
  const serverMs = Date.parse(date ?? '')
  if (Number.isFinite(serverMs) && nowMs - sentMs < SLOW_MS) onClock((sentMs + nowMs) / 2 - (serverMs + DATE_STEP_MS / 2))
}

export type Answer<T> = { ok: true; value: T } | { ok: false; error: Refused | Offline | Failed }

const GATEWAYS = new Set([502, 503, 504])

/**
 * What the page asked while its script was still on the way: see index.html. Each answer is taken once; what is asked
 * again is asked anew.
 */
const asked = () => (globalThis as { ingleAsked?: Record<string, Promise<Response> | undefined> }).ingleAsked ?? {}

/** A copy of what the page asked early, for a first look; whoever asks for it later still gets it. Null when it asked nothing. */
export async function earlyCopy(path: string): Promise<unknown> {
  try {
    const response = await asked()[path]
    return response?.ok ? await response.clone().json() : null
  } catch {
    return null
  }
}

/** There is news: what the page asked early and nobody took yet may be older. */
export function forgetAsked(): void {
  const all = asked()
  for (const one of Object.keys(all)) delete all[one]
}

function fetchOnce(path: string, init: RequestInit): Promise<Response> {
  const all = asked()
  const early = init.method === 'GET' ? all[path] : undefined
  // Whatever is written may change every answer: who joined a crew is somebody now.
  if (init.method === 'GET') delete all[path]
  else forgetAsked()
  return early ?? fetch(path, init)
}

/**
 * Tells whether an answer is one. The classes that check it are loaded with whoever names them; the first page, which
 * would wait for them, names a glance.
 */
async function told<T extends object>(shape: Shape<T>, answer: unknown): Promise<Answer<T>> {
  if ('glance' in shape) return shape.glance(answer) ? { ok: true, value: answer } : { ok: false, error: new Offline() }
  const { checked } = await import('@ingle/record/checks')
  const read = checked(shape, answer, 'Answer')
  return read.ok ? read : { ok: false, error: new Offline() }
}

type Shape<T extends object> = (new () => T) | Glance<T>

/**
 * One call to the server, whose answer must have a shape. Never throws: a refusal and a dead line are answers; so is an
 * answer of another shape (a proxy's own page, say), which counts as none.
 */
export async function api<T extends object>(method: string, path: string, shape: Shape<T>, body?: unknown): Promise<Answer<T>> {
  const init: RequestInit = { method, credentials: 'same-origin' }
  if (body instanceof Blob) init.body = body
  else if (body !== undefined) {
    init.body = JSON.stringify(body)
    init.headers = { 'content-type': 'application/json' }
  }
  try {
    const sentMs = Date.now()
    const response = await fetchOnce(path, init)
    tellClock(sentMs, response.headers.get('date'))
    if (response.ok) return await told(shape, await response.json())
    // A gateway before a server that is down: the same as no answer.
    if (GATEWAYS.has(response.status)) return { ok: false, error: new Offline() }
    if (response.status >= 500) return { ok: false, error: new Failed() }
    const { type, title, detail } = (await response.json().catch(() => ({}))) as Partial<ProblemBody>
    const reason = title ?? `The server answered ${response.status}.`
    return { ok: false, error: new Refused(response.status, problemCode(type), reason, detail ?? 'Try again.') }
  } catch {
    return { ok: false, error: new Offline() }
  }
}
