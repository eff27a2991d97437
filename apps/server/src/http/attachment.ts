/** A file name from a site's name: plain letters, so that every system takes it. */
export const slug = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'site'

/** Has the browser keep the answer as a file. */
export function attach(c: { header: (name: string, value: string) => void }, filename: string): void {
  c.header('content-disposition', `attachment; filename="${filename}"`)
}
