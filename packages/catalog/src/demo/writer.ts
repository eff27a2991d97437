import type { Noise } from '@ingle/core'
import { type AnyId, type BodyOf, type Change, type ChangeId, type ChangeKind, knownId, type SiteId } from '@ingle/record'
import type { RandomGenerator } from 'pure-rand'
import { uniformFloat64 } from './random.ts'

/** Writes demo changes one after another, each a little later, with ids that are the same at every seeding. */
export class DemoWriter {
  readonly changes: Change[] = []
  private atMs: number

  constructor(
    private readonly siteId: SiteId,
    private readonly random: RandomGenerator,
    startMs: number,
    private by: string,
  ) {
    this.atMs = startMs
  }

  /** Goes on at another time, by another hand. */
  goOn(startMs: number, by: string): void {
    this.atMs = startMs
    this.by = by
  }

  /** The time that it is, as the next change would have it a moment later. */
  now(): string {
    return new Date(this.atMs).toISOString()
  }

  /** Lets some minutes pass. */
  pass(minutes: number): void {
    this.atMs += minutes * 60_000
  }

  write<K extends ChangeKind>(kind: K, body: BodyOf<K>, minutes = 1): ChangeId {
    this.atMs += minutes * 60_000
    const id = this.newId<ChangeId>()
    this.changes.push({
      id,
      siteId: this.siteId,
      at: new Date(this.atMs).toISOString(),
      by: this.by,
      kind,
      body,
    } as unknown as Change)
    return id
  }

  newId<T extends AnyId>(): T {
    const hex = Array.from({ length: 32 }, () => Math.floor(uniformFloat64(this.random) * 16).toString(16))
    hex[12] = '4'
    hex[16] = '8'
    const text = hex.join('')
    return knownId(`${text.slice(0, 8)}-${text.slice(8, 12)}-${text.slice(12, 16)}-${text.slice(16, 20)}-${text.slice(20)}`)
  }

  /** Normal noise for the plant's instruments. Source: Box–Muller. */
  readonly noise: Noise = () =>
    Math.sqrt(-2 * Math.log(1 - uniformFloat64(this.random))) * Math.cos(2 * Math.PI * uniformFloat64(this.random))
}
