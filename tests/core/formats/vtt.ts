/** The cues of a WebVTT file: from, to and text. */
export function chapterTimes(vtt: string): [from: string, to: string, text: string][] {
  return [...vtt.matchAll(/^(\S+) --> (\S+)\n(.+)$/gm)].map(([, from = '', to = '', text = '']) => [
    from,
    to,
    text,
  ])
}
