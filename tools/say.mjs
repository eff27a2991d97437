/** What the scripts say to a person: one line each, and a stop with a remedy instead of a stack. */
export const say = (text) => process.stdout.write(`${text}\n`)

export function stop(problem, remedy) {
  process.stderr.write(`\n${problem}\n${remedy}\n`)
  process.exit(1)
}
