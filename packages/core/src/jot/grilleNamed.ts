import type { JotGrille } from './grammar.ts'
import type { JotContext } from './reading.ts'

/** Whether the survey knows a grille by this name. */
export const isGrilleName = (typed: string, { grilles }: Pick<JotContext, 'grilles'>): boolean =>
  grilles.some((one) => one.name.toLowerCase() === typed.replace(/ (return|supply)$/, '') || one.name.toLowerCase() === typed)

/**
 * A grille that the survey knows goes by its name. Of another one the last word may say the side; else names that begin
 * with “return” are return grilles.
 */
export function grilleNamed(
  typed: string,
  context: Pick<JotContext, 'grilles'>,
): { name: string; side: 'return' | 'supply'; known: JotGrille | undefined } {
  const find = (label: string) => context.grilles.find((one) => one.name.toLowerCase() === label)
  const whole = find(typed)
  if (whole) return { name: whole.name, side: whole.side, known: whole }
  const [, label, said] = /^(.+) (return|supply)$/.exec(typed) ?? []
  const known = label === undefined ? undefined : find(label)
  const name = known?.name ?? label ?? typed
  const side = said ?? (typed.startsWith('return') ? 'return' : 'supply')
  return { name, side: side as 'return' | 'supply', known }
}
