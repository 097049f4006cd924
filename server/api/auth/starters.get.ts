import { STARTERS } from '../../../starters'

/** The libraries a new club can begin with. They are the product's own, not a club's. */
export default defineEventHandler(() =>
  STARTERS.map(({ id, name, about, curriculum: { ladder, items, syllabus } }) => ({
    id,
    name,
    about,
    ladder,
    items: items.length,
    asked: syllabus.length,
  })),
)
