import { type Caution, cautionsAt } from '@ingle/catalog'
import { CautionNote } from './Notice.tsx'

/** Every caution of a place, where the danger is. */
export function Cautions({ at }: { at: Caution['at'] }) {
  return cautionsAt(at).map((one) => <CautionNote key={one.id} text={one.text} />)
}
