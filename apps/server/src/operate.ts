/* Nothing but the start: see main.ts. */
const url = process.env.DATABASE_URL
if (url)
  void import('./operations.ts')
    .then(({ operate }) => operate(process.argv.slice(2), url))
    .then(
      (code) => process.exit(code),
      (error: Error) => {
        process.stderr.write(`${error.message}\n`)
        process.exit(1)
      },
    )
else {
  process.stderr.write('DATABASE_URL is not set: name the database that this is about.\n')
  process.exit(2)
}
