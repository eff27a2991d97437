import { useEffect } from 'react'
import { create } from 'zustand'

/** What the tab of the browser says: the view, its page, the site. Set by whoever is shown, in any order. */
const useTitles = create<{ page: string; tab: string }>(() => ({ page: '', tab: '' }))
useTitles.subscribe(({ page, tab }) => {
  document.title = [tab, page, 'Ingle'].filter((one) => one !== '').join(' · ')
})

/** The page that is shown; of a visit its stage, system and site. */
export function useTitle(page: string): void {
  useEffect(() => useTitles.setState({ page }), [page])
}

/** The view of a stage, where it has several. */
export function useTabTitle(tab: string): void {
  useEffect(() => {
    useTitles.setState({ tab })
    return () => useTitles.setState({ tab: '' })
  }, [tab])
}
