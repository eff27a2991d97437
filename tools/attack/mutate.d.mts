export interface Random {
  next(): number
  below(n: number): number
  one<T>(of: readonly T[]): T
  chance(p: number): boolean
}
export function randomOf(seed: number): Random
export function mutated(body: unknown, random: Random): unknown
export function textOf(body: unknown, random: Random): string
export function addressOf(path: string, ids: Record<string, string[]>, random: Random): string
