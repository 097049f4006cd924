import { firstOf } from '~~/core/kernel/sound-text'

/** First name and the initial of the last: what the floor, the wall and a sheet show of somebody. */
export function shortName(name: string | undefined): string {
  const [first = '', ...last] = (name ?? '').split(' ')
  return [first || 'somebody', firstOf(last.at(-1) ?? '')].filter(Boolean).join(' ')
}
