/** Any end of a line that a reader of a text format may take for one. */
const LINE_END = /\s*(?:\r\n|[\r\n\u0085\u2028\u2029])+\s*/

/** The lines of a text, whatever ends them. */
export const linesIn = (text: string): string[] => text.split(LINE_END)

/** A text in one line, so that it cannot begin another in the file it is written into. */
export const inOneLine = (text: string): string => linesIn(text).join(' ')
