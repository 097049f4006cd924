/** First name and the initial of the last: what the floor, the wall and a sheet show of somebody. */
export function shortName(name: string | undefined): string {
  const [first = '', ...last] = (name ?? '').split(' ')
  return [first || 'somebody', last.at(-1)?.[0]].filter(Boolean).join(' ')
}
