/** Gives the browser a file to keep. */
export function saveFile(name: string, type: string, content: string | ArrayBuffer): void {
  const url = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  // The browser has taken it by the next task.
  setTimeout(() => URL.revokeObjectURL(url))
}
