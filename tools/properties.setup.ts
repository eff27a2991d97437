import fc from 'fast-check'

/**
 * Every run tries the same cases, so that what failed at the office fails here too and a landing is not refused by luck.
 * `PROPERTY_SEED=any npm run unit` looks for new ones; a failure prints its seed, which then goes into a test by example.
 */
const asked = process.env['PROPERTY_SEED']
if (asked !== 'any') fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(asked ?? 20_261_128) })
