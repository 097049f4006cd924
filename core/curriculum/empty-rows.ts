import type { Item } from './item'

/**
 * An item without rows in which nothing was written yet: a key point that was added and left, a fault of which neither side is there. They
 * are no fault of the item, and are not kept. An empty layer is only left out at the end: the numbers of the others stand for something.
 */
export function withoutEmptyRows(item: Item): Item {
  const said = (text: string | undefined) => (text ?? '').trim() !== ''
  let layers = item.layers
  while (layers.length > 1 && isEmptyLayer(layers.at(-1)!)) layers = layers.slice(0, -1)
  return {
    ...item,
    aliases: item.aliases.filter(said),
    keyPoints: item.keyPoints.filter(said),
    faults: item.faults.filter(({ fault, correction }) => said(fault) || said(correction)),
    kit: item.kit.filter(({ name }) => said(name)),
    steps: item.steps.filter(said),
    layers: layers.map((layer) => ({
      ...layer,
      points: layer.points.filter(said),
      ...(layer.steps ? { steps: layer.steps.filter(said) } : {}),
    })),
    sections: item.sections.map((section) =>
      section.moves ? { ...section, moves: section.moves.filter(({ name }) => said(name)) } : section,
    ),
    ...(item.references
      ? { references: item.references.filter(({ title, where }) => said(title) || said(where)) }
      : {}),
  }
}

const isEmptyLayer = ({ name, points }: Item['layers'][number]): boolean =>
  !name.trim() && points.every((point) => !point.trim())
