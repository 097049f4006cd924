import { rotationsOf } from '../plan/modes/rotation'
import { PHASES } from '../plan/phases'
import type { Plan } from '../plan/schema'
import { minutes } from '../kernel/time-text'
import { layPlan } from '../plan/timeline'
import { inOneLine, linesIn } from './line-ends'
import { classLines, type Names } from './class-lines'

/** Text as text: characters that would otherwise mean something, beginnings of lists and rules, and ends of lines. */
const plain = (text: string) =>
  inOneLine(text)
    .replace(/[\\`*_[\]<>|#~]|&(?=#?\w+;)/g, '\\$&')
    .replace(/^(\s*)([-+=]|\d+(?=[.)]))/, (_, space: string, sign: string) =>
      /\d/.test(sign) ? `${space}${sign}\\` : `${space}\\${sign}`,
    )

/** A plan as a Markdown document: a table of its boards, then each one's parts and notes. */
export function planMarkdown(plan: Plan, names: Names): string {
  const { totalMs, spareMs } = layPlan(plan)
  const lines = classLines(plan, names)
  const when = [plan.date, plan.start].filter(Boolean).join(', ')
  const out = [
    `# ${plain(plan.title)}`,
    '',
    [
      when,
      `${minutes(totalMs)} of ${plan.lengthMin}:00`,
      spareMs < 0 ? `${minutes(-spareMs)} over` : `${minutes(spareMs)} spare`,
    ]
      .filter(Boolean)
      .join(' · '),
    '',
    ...(plan.theme ? [`Theme: ${plain(plan.theme)}`, ''] : []),
    `Groups: ${plan.groups.map(({ name, headcount }) => `${plain(name)} (${headcount})`).join(', ')}`,
    '',
    '| at | min | | board | dose |',
    '|---|---:|---|---|---|',
    ...lines.map(
      ({ clock, length, phase, title, dose }) =>
        `| ${clock} | ${length} | ${PHASES[phase].mark} | ${plain(title)} | ${plain(dose)} |`,
    ),
    '',
  ]
  for (const { clock, title, parts, block } of lines) {
    const isStations = block.mode === 'stations'
    if (parts.length === 0 && !block.notes && !isStations) continue
    out.push(`## ${clock} ${plain(title)}`, '')
    for (const { who, what, dose } of parts)
      out.push(
        `- ${who.length ? `**${plain(who.join(', '))}:** ` : ''}${plain(what)}${dose ? `; ${plain(dose)}` : ''}`,
      )
    if (parts.length) out.push('')
    if (isStations) out.push(...rotationTable(block), '')
    if (block.notes) out.push(...linesIn(block.notes).map(plain).filter(Boolean), '')
  }
  if (plan.notes) out.push('## Notes', '', ...linesIn(plan.notes).map(plain), '')
  return `${out.join('\n').trimEnd()}\n`
}

function rotationTable(block: Parameters<typeof rotationsOf>[0]): string[] {
  const teams = Array.from({ length: block.teams ?? 1 }, (_, t) => `team ${t + 1}`)
  return [
    `| rotation | ${teams.join(' | ')} |`,
    `|---|${teams.map(() => '---').join('|')}|`,
    ...rotationsOf(block).map(
      ({ round, at, stations }) =>
        `| ${round}, at ${minutes(at)} | ${stations.map((s) => s + 1).join(' | ')} |`,
    ),
  ]
}
