import { SIDE_SAID, type CombinationPart, type Place, type Receives } from '../places'
import type { Reader } from './shorthand-tokens'
import { Wrong } from './shorthand-tokens'

/**
 * The stages of a ladder and the entries of a routine in shorthand: each its title in quotes, what it works of its own, and its dose in brackets:
 * `"Answer" item "palm-strike" layer 2 answered by "step-away" other side made of "step" x2, "turn" [6 both roles]`.
 */

type Raw = Record<string, unknown>

/** `layer 2`, and `other side` or `no side`, as far as they are said. */
function readLayerAndSide(reader: Reader, raw: Raw): Raw {
  if (reader.takeIf('layer')) raw.layer = reader.whole('the number of a layer')
  for (const [word, side] of [
    ['other', 'other'],
    ['no', 'none'],
  ] as const) {
    if (!reader.is(word) || !reader.is('side', 1)) continue
    reader.take()
    reader.take()
    raw.side = side
  }
  return raw
}

function takeWords(reader: Reader, first: string, second: string): boolean {
  if (!reader.is(first) || !reader.is(second, 1)) return false
  reader.take()
  reader.take()
  return true
}

function readPart(reader: Reader): Raw {
  const raw: Raw = { technique: reader.text('the id of a part in quotes') }
  if (reader.takeIf('x')) raw.times = reader.whole('how many times')
  return readLayerAndSide(reader, raw)
}

function readPlace(reader: Reader, stage: Raw): void {
  if (reader.takeIf('item')) stage.technique = reader.text('the id of an item in quotes')
  if (reader.takeIf('layer')) stage.layer = reader.whole('the number of a layer')
  if (takeWords(reader, 'answered', 'by'))
    stage.receives = readLayerAndSide(reader, { technique: reader.text('the id of an item in quotes') })
  if (takeWords(reader, 'made', 'of')) {
    const parts = [readPart(reader)]
    while (reader.takeIf(',')) parts.push(readPart(reader))
    stage.parts = parts
  }
}

/** The stages up to where no title follows; at least one. */
export function readStages(reader: Reader, what: string, readDose: () => unknown): Raw[] {
  const stages: Raw[] = []
  while (reader.here.kind === 'text') {
    const stage: Raw = { title: reader.text(`the name of the ${what}`) }
    readPlace(reader, stage)
    if (!reader.takeIf('[')) throw new Wrong(reader.here.at, `write “[” and the dose of the ${what}`)
    stage.dose = readDose()
    if (!reader.takeIf(']')) throw new Wrong(reader.here.at, 'write “]”')
    stages.push(stage)
  }
  if (stages.length === 0) throw new Wrong(reader.here.at, `write the name of the first ${what} in quotes`)
  return stages
}

const layerText = (layer: number) => (layer === 1 ? '' : ` layer ${layer}`)

const answerText = ({ technique, layer, side }: Receives) =>
  ` answered by ${JSON.stringify(technique)}${layerText(layer)}${SIDE_SAID[side]}`
const partText = ({ technique, layer, times, side }: CombinationPart) =>
  `${JSON.stringify(technique)}${times === 1 ? '' : ` x${times}`}${layerText(layer)}${SIDE_SAID[side]}`

/** What a stage works of its own, as it is read again. */
export function placeText({ technique, layer, receives, parts }: Place): string {
  return [
    technique === undefined ? '' : ` item ${JSON.stringify(technique)}`,
    layer === undefined ? '' : ` layer ${layer}`,
    receives ? answerText(receives) : '',
    parts ? ` made of ${parts.map(partText).join(', ')}` : '',
  ].join('')
}
