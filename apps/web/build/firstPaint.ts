import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Plugin, Rolldown } from 'vite'
import { FOLD_VERSION } from '../../../packages/record/src/state/foldVersion.ts'
import { filesBehind } from './chunks.ts'

/**
 * What is there before the script: a frame that is drawn from the page itself, the style and the files of this address asked
 * for beside the script, and the words' typeface. In the built page only; `first.js` says what each part is for.
 */
export function firstPaint(): Plugin {
  return {
    name: 'ingle-first-paint',
    apply: 'build',
    transformIndexHtml: {
      order: 'post',
      handler(html, { bundle }) {
        if (!bundle) return html
        const files = Object.values(bundle)
        const chunks = files.filter((one): one is Rolldown.OutputChunk => one.type === 'chunk')
        const entry = chunks.find((one) => one.isEntry)
        const has = new Set(entry ? filesBehind(entry, chunks) : [])
        /** The files that a page needs beside the entry's. */
        const filesOf = (...pages: string[]) => {
          const all = pages.flatMap((page) => {
            // Its own file, which may be no more than a name for what lies in a larger one.
            const own = chunks.find((one) => one.facadeModuleId?.endsWith(page))
            const chunk = own ?? chunks.find((one) => one.moduleIds.some((id) => id.endsWith(page)))
            if (!chunk) throw new Error(`No chunk holds ${page}: say in build/firstPaint.ts where its page went`)
            return filesBehind(chunk, chunks)
          })
          return [...new Set(all)].filter((one) => !has.has(one)).map((one) => `/${one}`)
        }
        const visit = ['/visit/VisitFrame.tsx']
        const routes = [
          ['/systems/[^/]+/airflow$', filesOf(...visit, '/airflow/AirflowStage.tsx', '/airflow/Airflow.tsx')],
          ['/systems/[^/]+/settings$', filesOf(...visit, '/settings/Settings.tsx')],
          ['/systems/[^/]+/', filesOf(...visit)],
        ]
        const style = /<link rel="stylesheet"[^>]*href="([^"]+)"[^>]*>/.exec(html)
        if (!style) throw new Error('The page has no stylesheet')
        const words = files.find((one) => /atkinson-hyperlegible-next-latin-wght-normal.*\.woff2$/.test(one.fileName))
        if (!words) throw new Error('The typeface of the words is not among the files')
        const first = readFileSync(join(import.meta.dirname, 'first.js'), 'utf8')
          .replace(/^\s*(\/\/|\/?\*).*\n/gm, '')
          .replace("'STYLE'", JSON.stringify(style[1]))
          .replace("'ROUTES'", JSON.stringify(routes))
          .replace("'FOLD'", JSON.stringify(FOLD_VERSION))
          .replace("'WORDS'", JSON.stringify(`/${words.fileName}`))
        return html.replace(style[0], `<noscript>${style[0]}</noscript>`).replace('<!-- first -->', `<script>${first}</script>`)
      },
    },
  }
}
