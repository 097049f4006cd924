import type { Item } from '../../curriculum/item'
import type { ClubSettings } from '../../curriculum/settings'

/** Done alone, asks little of the body, and no jumps: it may be done cold. */
export const isGentle = ({ partner, jumps, demand }: Item): boolean =>
  partner !== 'partner' && jumps === 0 && Object.values(demand).every((asked) => (asked ?? 0) < 2)

const isGeneral = ({ category }: Item) =>
  category === 'mobility' || category === 'conditioning' || category === 'games'

/** What a school warms up with: general exercise first, the art's own movements only, or light technique. */
export const IN_SCHOOL: Record<ClubSettings['warmup'], (item: Item) => boolean> = {
  general: isGeneral,
  own: (item) => !isGeneral(item) || item.category === 'mobility',
  light: (item) => !isGeneral(item),
}
