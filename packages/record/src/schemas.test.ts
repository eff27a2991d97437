import 'reflect-metadata'
// @ts-expect-error: the package ships no types for its storage, from which the schema maker reads nested classes.
import { defaultMetadataStorage } from 'class-transformer/cjs/storage'
import { getMetadataStorage } from 'class-validator'
import { targetConstructorToSchema, validationMetadatasToSchemas } from 'class-validator-jsonschema'
import { describe, expect, it } from 'vitest'
import { HouseRuleBody } from './library/houseRule.ts'
import { Instrument } from './library/instrument.ts'
import { Pattern } from './library/pattern.ts'
import { ProofTest } from './library/proofTest.ts'
import { Profile } from './profile/profile.ts'

const FORMATS = [
  ['ingle-profile-1', 'An equipment family: how it spells its settings. Format line "ingle-profile/1".', Profile],
  ['ingle-rules-1', 'A named set of house rules, in roles. Format line "ingle-rules/1".', HouseRuleBody],
  ['ingle-pattern-1', 'The settings of one unit kept for the next, in roles. Format line "ingle-pattern/1".', Pattern],
  ['ingle-instrument-1', 'An instrument with its accuracy and calibration. Format line "ingle-instrument/1".', Instrument],
  ['ingle-test-1', 'A test: steps, what is read, what counts as a pass. Format line "ingle-test/1".', ProofTest],
] as const

describe('published schemas', () => {
  it.each(FORMATS)('%s is the one that the classes make (npm run schemas writes it anew)', async (name, description, made) => {
    const definitions = validationMetadatasToSchemas({
      classTransformerMetadataStorage: defaultMetadataStorage,
      classValidatorMetadataStorage: getMetadataStorage(),
      refPointerPrefix: '#/$defs/',
    })
    const root = definitions[made.name] ?? targetConstructorToSchema(made)
    const schema = {
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      title: name,
      description,
      ...root,
      properties: {
        format: { type: 'string', pattern: `^${name.replace(/-(?=\d)/, '/')}(\\.|$)` },
        ...withoutFormat(root.properties),
      },
      required: [...new Set(['format', ...(root.required ?? [])])],
      $defs: needed(root, definitions),
    }
    await expect(`${JSON.stringify(schema, null, 2)}\n`).toMatchFileSnapshot(`../../../docs/formats/${name}.schema.json`)
    expect(root.required).toContain(made === HouseRuleBody ? 'aims' : 'format')
  })
})

const withoutFormat = (properties: object = {}) =>
  Object.fromEntries(Object.entries(properties).filter(([key]) => key !== 'format'))

/** Only what the root refers to, and what that refers to. */
function needed(root: object, all: Record<string, object>): Record<string, object> {
  const out: Record<string, object> = {}
  const walk = (one: object) => {
    for (const [, name = ''] of JSON.stringify(one).matchAll(/"#\/\$defs\/(\w+)"/g)) {
      const found = all[name]
      if (!found || out[name]) continue
      out[name] = found
      walk(found)
    }
  }
  walk(root)
  return Object.fromEntries(Object.entries(out).sort(([a], [b]) => a.localeCompare(b)))
}
