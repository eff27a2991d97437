export function runScript(url: string, script: string, ...words: string[]): Promise<{ code: number | null; said: string }>
