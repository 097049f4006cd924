/** How every chart is written and drawn. */
export const chartFont = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 13 }
export const CHART_INK = '#221C16'
export const CHART_ASH = '#5F554B'
export const CHART_LINE = '#E7DECD'
export const CHART_BLUE = '#2C5A70'
export const CHART_GILT = '#C8922B'
