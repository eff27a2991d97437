import { refuse } from './refusals.ts'
import 'reflect-metadata'
import { ok, type Refusal, type Result } from '@ingle/core'
import { type ClassConstructor, plainToInstance } from 'class-transformer'
import { type ValidationError, validateSync } from 'class-validator'

/**
 * Checks foreign data against a class. Unknown fields are kept: a newer Ingle may have written them, and nothing that
 * somebody wrote down is dropped. Never throws on bad data.
 */
export function checked<T extends object>(type: ClassConstructor<T>, plain: unknown, what: string): Result<T> {
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain)) return refuse('not-an-object', { what })
  return readSafely(what, () => {
    const instance = plainToInstance(type, plain)
    const errors = validateSync(instance, { whitelist: false, forbidUnknownValues: true })
    return errors.length === 0 ? ok(instance) : invalid(errors, what)
  })
}

/**
 * Reads foreign data that a walk may stumble over: fields that objects have of their own trip it, nesting without end
 * exhausts it, a list may be none. Whoever wrote such data is refused; it is no fault of ours.
 */
export function readSafely<T>(what: string, read: () => Result<T>): Result<T> {
  try {
    return read()
  } catch (error) {
    if (error instanceof TypeError || error instanceof RangeError) return refuse('unreadable', { what })
    throw error
  }
}

function invalid(errors: ValidationError[], what: string): Refusal {
  const wrong = flatten(errors, '')
  const lines = wrong.map(({ path, message }) => `${path}: ${message}`)
  const shown = [...lines.slice(0, 3), ...(lines.length > 3 ? [`and ${lines.length - 3} more`] : [])].join('; ')
  return {
    ...refuse('invalid', { what, shown }),
    at: wrong.map(({ path, constraint, message }) => ({ path, says: PLAINLY[constraint] ?? `It ${message}.` })),
  }
}

/** What is most often wrong, as one says it beside a field. */
const PLAINLY: Readonly<Record<string, string>> = {
  isNotEmpty: 'This is needed.',
  isNumber: 'This needs a figure.',
  isInt: 'This needs a whole figure.',
  isString: 'This needs words.',
}

/** Paths are added while unwinding, so that a message says where: `blower.table.flowsCfm: …`. */
function flatten(errors: readonly ValidationError[], path: string): { path: string; constraint: string; message: string }[] {
  return errors.flatMap((error) => {
    const here = path ? `${path}.${error.property}` : error.property
    // What it is comes before how large it may be.
    const constraints = Object.entries(error.constraints ?? {}).sort(
      ([a], [b]) => Number(b.startsWith('is')) - Number(a.startsWith('is')),
    )
    const own = constraints.slice(0, 1).map(([constraint, message]) => ({
      path: here,
      constraint,
      message: message.replace(new RegExp(`^${error.property}\\s`), ''),
    }))
    return [...own, ...flatten(error.children ?? [], here)]
  })
}
