/** Spreadsheets take a table for UTF-8 by its first character. */
const MARK = '\uFEFF'
const asKept = (type: string, content: string | ArrayBuffer) =>
  type === 'text/csv' && typeof content === 'string' && !content.startsWith(MARK) ? MARK + content : content

/** Gives the browser a file to keep; a table with the mark that says how it is written. */
export function saveFile(name: string, type: string, content: string | ArrayBuffer): void {
  const url = URL.createObjectURL(new Blob([asKept(type, content)], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  // The browser has taken it by the next task.
  setTimeout(() => URL.revokeObjectURL(url))
}
