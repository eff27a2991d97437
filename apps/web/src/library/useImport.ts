import { type DocumentContent, type DocumentKind, documentKindOf, parseDocument } from '@ingle/record'
import { useState } from 'react'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { useLibrary } from './useLibrary.ts'

const LIST = { profile: 'profiles', rules: 'rules', pattern: 'patterns', instrument: 'instruments', test: 'tests' } as const

/** Chooses a file and takes it into the crew's library as the next version, whole or not at all, with words. */
export function useImport(wanted: DocumentKind, onDone: (id: string) => void): { said: string | null; choose: () => void } {
  const desk = deskFor(useMe())
  const library = useLibrary()
  const [said, setSaid] = useState<string | null>(null)
  const take = async (file: File) => {
    let plain: unknown
    try {
      plain = JSON.parse(await file.text())
    } catch {
      return setSaid(`${file.name} is not JSON: it may be cut short. Nothing was taken from it.`)
    }
    const kind = documentKindOf(plain)
    if (!kind.ok) return setSaid(`${kind.reason} ${kind.remedy}`)
    if (kind.value !== wanted) return setSaid(`This is a file of ${kind.value}; import it on that page. Nothing was taken.`)
    const parsed = parseDocument(wanted, plain)
    if (!parsed.ok) return setSaid(`${parsed.reason} ${parsed.remedy} Nothing was taken.`)
    const there = library[LIST[wanted]].find((one) => one.id === parsed.value.id)
    const version = Math.max(parsed.value.version, (there?.version ?? 0) + 1)
    const saved = await desk.library.save(wanted, { ...(plain as object), version } as DocumentContent[DocumentKind])
    if (!saved.ok) return setSaid(`${saved.reason} ${saved.remedy}`)
    setSaid(null)
    onDone(parsed.value.id)
  }
  const choose = () => {
    const input = document.createElement('input')
    input.type = 'file'
    input.accept = '.json,application/json'
    input.addEventListener('change', () => {
      const file = input.files?.[0]
      if (file) void take(file)
    })
    input.click()
  }
  return { said, choose }
}
