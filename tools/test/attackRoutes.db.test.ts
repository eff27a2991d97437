import { pino } from 'pino'
import { describe, expect, it } from 'vitest'
import { makeApp } from '../../apps/server/src/http/app.ts'
import { mutated, randomOf, textOf } from '../attack/mutate.mjs'
import { ROUTES } from '../attack/routes.mjs'

describe('the attack', () => {
  it('goes over every route that the server has', () => {
    const app = makeApp({
      db: {} as never,
      log: pino({ level: 'silent' }),
      newsroom: {},
      printer: {},
      proxies: [],
      webRoot: null,
    } as never)
    const served = new Set(app.routes.filter((one) => one.method !== 'ALL').map((one) => `${one.method} ${one.path}`))
    const attacked = new Set(ROUTES.map((one) => `${one.method} ${one.path.split('?')[0]}`))
    const plain = (route: string) => route.replace(/library\/\w+$/, 'library/:kind')
    expect([...served].filter((one) => ![...attacked].map(plain).includes(one))).toEqual([])
    expect([...attacked].map(plain).filter((one) => !served.has(one))).toEqual([])
  })

  it('is the same for the same number', () => {
    const once = (seed: number) => {
      const random = randomOf(seed)
      return Array.from({ length: 20 }, () => textOf(mutated({ a: [1, { b: 'x' }] }, random), random))
    }
    expect(once(7)).toEqual(once(7))
    expect(once(7)).not.toEqual(once(8))
  })
})
