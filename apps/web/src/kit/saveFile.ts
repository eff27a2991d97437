/** Saves a text as a file. */
export function saveText(name: string, type: string, text: string): void {
  saveFile(name, new Blob([text], { type }))
}

/** Saves a document as a file. */
export function saveJson(name: string, content: object): void {
  saveText(name, 'application/json', JSON.stringify(content, null, 2))
}

export function saveFile(name: string, content: Blob): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(content)
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
