import { counted } from '../../kernel/time-text'
import { telling, type Check, type Finding } from '../check'
import { namesOf, perLane, type GroupFacts } from '../ground'
import { changeBlock } from '../../plan/edit'
import { withStages, type Dose } from '../../plan/doses'
import type { Place } from '../../plan/places'
import type { Block } from '../../plan/schema'

const tell = telling('layer.unknown', 'warn')

/** What a lane works beyond the layers it has. */
const beyondIn = perLane(({ works }) =>
  works.filter(({ item, layer }) => item && item.layers.length > 0 && layer > item.layers.length),
)

/** A board that works an item on a layer the item does not have. Fix: its last one. */
export const layerUnknown: Check = {
  code: 'layer.unknown',
  find(ground) {
    const found = new Map<
      string,
      { says: string; figures: string; blocks: Set<string>; groups: Set<GroupFacts> }
    >()
    for (const group of ground.groups)
      for (const facts of ground.blocks)
        for (const { technique, layer, item } of beyondIn(ground.lane(facts, group))) {
          const key = `${technique} ${layer}`
          const one = found.get(key) ?? {
            says: `${ground.name(technique)} has no layer ${layer}`,
            figures: `it has ${counted(item?.layers.length ?? 0, 'layer')}`,
            blocks: new Set(),
            groups: new Set(),
          }
          found.set(key, one)
          one.blocks.add(facts.block.id)
          one.groups.add(group)
        }
    return [...found].map(([about, { says, figures, blocks, groups }]): Finding =>
      tell(`${says}; ${namesOf([...groups], ground)} would work it.`, figures, {
        blocks: [...blocks],
        groups: [...groups].map(({ group }) => group.id),
        about,
      }),
    )
  },
  fix({ blocks, about = '' }, { plan, club }) {
    const [technique = '', wrong] = about.split(' ')
    const last = club.items.get(technique)?.layers.length
    if (!last) return undefined
    const name = club.items.get(technique)?.name ?? technique
    return {
      does: `Layer ${last}`,
      says: `${name} is on layer ${last}, its last, instead of ${wrong}`,
      plan: blocks.reduce(
        (next, id) => changeBlock(next, id, (block) => onLayer(block, technique, last)),
        plan,
      ),
    }
  },
}

/** Wherever the block works a technique beyond a layer, it works it on that one. */
function onLayer(block: Block, technique: string, last: number): Block {
  const named = <T extends { technique: string; layer: number }>(one: T): T =>
    one.technique === technique && one.layer > last ? { ...one, layer: last } : one
  const least = <T extends Place & { dose?: Dose | undefined }>(place: T, within?: string): T => {
    const { layer, receives, parts, dose } = place
    const works = place.technique ?? within
    return {
      ...place,
      ...(works === technique && layer !== undefined && layer > last ? { layer: last } : {}),
      ...(receives ? { receives: named(receives) } : {}),
      ...(parts ? { parts: parts.map(named) } : {}),
      ...(dose ? { dose: withStages(dose, (stage) => least(stage, works)) } : {}),
    }
  }
  return {
    ...least(block),
    ...(block.tracks ? { tracks: block.tracks.map((track) => least(track)) } : {}),
    ...(block.stations ? { stations: block.stations.map((station) => least(station)) } : {}),
  }
}
