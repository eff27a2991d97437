export function throwawayPostgres(): Promise<{ url: string; stop: () => void }>
export function newDatabase(url: string, like?: string | null): Promise<string>
export function keepDatabase(url: string): Promise<void>
export function restoreDatabase(url: string): Promise<void>
export function serverOn(
  databaseUrl: string,
  options?: { demo?: boolean },
): Promise<{
  base: string
  port: number
  start: () => Promise<void>
  stop: (signal?: string) => Promise<void>
  running: () => boolean
  said: (pattern: RegExp) => string
}>
