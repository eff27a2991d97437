export function freePort(): Promise<number>
export function reachable(folder: string): boolean
export function startPostgres(
  folder: string,
  options?: { throwaway?: boolean },
): Promise<{ url: string; stop: () => void; tookOver: boolean }>
