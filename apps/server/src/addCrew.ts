/** `npm run crew -- "Crew name" NAME INITIALS`: a crew with its first account. Prints the password once. */
void import('./signIn/newCrew.ts')
  .then(({ newCrew }) => newCrew(process.env.DATABASE_URL, process.argv.slice(2)))
  .then(
    (said) => process.stdout.write(`${said}\n`),
    (error: Error) => {
      process.stderr.write(`${error.message}\n`)
      process.exit(1)
    },
  )
