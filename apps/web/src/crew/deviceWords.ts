const SYSTEMS = [
  [/android/i, 'Android'],
  [/iphone|ipad|ipod/i, 'iOS'],
  [/windows/i, 'Windows'],
  [/mac os/i, 'macOS'],
  [/linux/i, 'Linux'],
] as const
const BROWSERS = [
  [/edg\//i, 'Edge'],
  [/firefox|fxios/i, 'Firefox'],
  [/chrome|chromium|crios/i, 'Chrome'],
  [/safari/i, 'Safari'],
] as const

/** What a browser says of itself, short enough for a list; its own first words where it is none that is known. */
export function deviceWords(userAgent: string): string {
  const nameIn = (of: readonly (readonly [RegExp, string])[]) => of.find(([sign]) => sign.test(userAgent))?.[1]
  const [browser, system] = [nameIn(BROWSERS), nameIn(SYSTEMS)]
  if (browser && system) return `${browser} on ${system}`
  return browser ?? system ?? (userAgent.slice(0, 40) || 'A device that says nothing of itself')
}
