import type { ThemeDefinition } from 'vuetify'

/** Ink on paper. */
export const paper: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#FAF7F1',
    surface: '#FFFFFF',
    'on-background': '#1F2A30',
    'on-surface': '#1F2A30',
    primary: '#0F4C5C',
    secondary: '#5D676C',
    accent: '#96590F',
    success: '#0B6E69',
    error: '#A63C18',
    warning: '#96590F',
    info: '#0F4C5C',
    rule: '#E4DDD0',
    quiet: '#5D676C',
    wash: '#F1ECE1',
  },
}

/** The same roles by lamplight. */
export const nightDesk: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#171C1F',
    surface: '#1E2529',
    'on-background': '#E6E1D6',
    'on-surface': '#E6E1D6',
    primary: '#7FC3D1',
    secondary: '#A6AEB1',
    accent: '#E0A75E',
    success: '#5CC4BC',
    error: '#EE9070',
    warning: '#E0A75E',
    info: '#7FC3D1',
    rule: '#39434A',
    quiet: '#A6AEB1',
    wash: '#252D32',
  },
}

/** Colour-blind-safe hues for charts: the subject first, then lines as they are picked; the benchmark is always grey. */
export const chartHues = {
  paper: ['#0F4C5C', '#C27A1D', '#7A4B94', '#2E8B6F', '#B2431E', '#4A7FB5', '#8A7A2F', '#A34E6F'],
  nightDesk: ['#7FC3D1', '#E0A75E', '#BFA0D6', '#7CCBAF', '#EE9070', '#92BCE8', '#CDBf73', '#DE9AB4'],
}
