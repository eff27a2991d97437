import type { Sheet, SheetBlock } from '@ingle/report'
import { Drawing } from './Drawing.tsx'
import { PhotoView } from './PhotoView.tsx'

/** A sheet on screen, set to print as it stands. The server sets the same sheet into a PDF. */
export function SheetView({ sheet, siteId }: { sheet: Sheet; siteId: string }) {
  return (
    <article
      lang={sheet.language}
      className={`sheet panel bg-base-100 p-5 sm:p-8 max-w-[56rem] mx-auto ${sheet.large ? 'text-[19px]' : ''}`}
    >
      <h1 className={`font-bold ${sheet.large ? 'text-3xl' : 'text-2xl'}`}>{sheet.title}</h1>
      <p className="soft mt-0.5">{sheet.subtitle}</p>
      <dl className="grid grid-cols-1 sm:grid-cols-2 gap-x-8 gap-y-1 mt-4">
        {sheet.facts.map(([name, value]) => (
          <div key={name} className="flex gap-3">
            <dt className="soft w-32 shrink-0">{name}</dt>
            <dd className="font-bold">{value}</dd>
          </div>
        ))}
      </dl>
      {sheet.sections.map((section) => (
        <section key={section.title} className="mt-5">
          <h2 className={`font-bold mb-1.5 ${sheet.large ? 'text-[22px]' : 'text-[17px]'}`}>{section.title}</h2>
          {section.blocks.map((block, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: blocks have no identity of their own.
            <Block key={i} block={block} siteId={siteId} />
          ))}
        </section>
      ))}
      <p className="soft text-[13px] mt-6 border-t border-base-300 pt-3">{sheet.foot}</p>
    </article>
  )
}

function Block({ block, siteId }: { block: SheetBlock; siteId: string }) {
  switch (block.kind) {
    case 'table':
      return <SheetTable block={block} />
    case 'lines':
      if (block.lines.length === 0) return block.empty ? <p className="soft">{block.empty}</p> : null
      return (
        <ul className="list-disc pl-5 leading-relaxed">
          {block.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )
    case 'caution':
      return block.text ? <p className="border-l-4 border-warning pl-3 my-1.5 leading-snug">{block.text}</p> : null
    case 'drawing':
      return (
        <figure className="my-2 max-w-[44rem]">
          {block.caption && <figcaption className="font-bold mb-1">{block.caption}</figcaption>}
          <Drawing scene={block.scene} />
        </figure>
      )
    case 'photos':
      return (
        <div className="flex flex-wrap gap-3">
          {block.photos.map((photo) => (
            <PhotoView key={photo.id} siteId={siteId} photoId={photo.id} alt={photo.caption} className="h-40 rounded" />
          ))}
        </div>
      )
  }
}

function SheetTable({ block }: { block: Extract<SheetBlock, { kind: 'table' }> }) {
  if (block.rows.length === 0) return <p className="soft">{block.empty}</p>
  const look = (i: number) => (block.figures?.includes(i) ? 'num text-right pr-4 whitespace-nowrap' : 'pr-4')
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[14px]">
        <thead>
          <tr className="soft text-left">
            {block.head.map((text, i) => (
              <th key={text} scope="col" className={`py-1 font-bold ${look(i)}`}>
                {text}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y divide-base-300">
          {block.rows.map((row) => (
            <tr key={row.join('|')} className="align-top">
              {row.map((text, i) => (
                <td key={block.head[i]} className={`py-1 ${look(i)}`}>
                  {text}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
