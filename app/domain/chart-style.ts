import type { Category } from '~~/core/curriculum/categories'

/** How every chart is written and drawn. */
export const chartFont = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 13 }
export const CHART_INK = '#221C16'
export const CHART_ASH = '#5F554B'
export const CHART_LINE = '#E7DECD'
export const CHART_BLUE = '#2C5A70'
export const CHART_GILT = '#C8922B'

/** A colour for each category, far enough apart to be told on a stacked bar; the legend and the table name them. */
export const CATEGORY_COLOURS: Record<Category, string> = {
  hands: '#8A4B2E',
  kicks: '#C8922B',
  blocks: '#5E6B3A',
  footwork: '#A9B97F',
  falls: '#2C5A70',
  throws: '#1B7672',
  groundwork: '#7FA9A5',
  escapes: '#7B3967',
  forms: '#2F6B4F',
  weapons: '#3A3F4A',
  sparring: '#B5624C',
  conditioning: '#D9A58F',
  mobility: '#CFC2AE',
  games: '#8E7FA8',
}
