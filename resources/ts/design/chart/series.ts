/** One figure at every label of a chart. */
export interface Series {
  name: string
  values: (number | null)[]
  /** Grey and dashed: what the subject is measured against. */
  benchmark?: boolean
  /** Thin and without a hue of its own: an edge of a band. */
  edge?: boolean
  bars?: boolean
  /** Axis name; series of one unit share an axis, at most two are drawn in a pane. */
  unit: string
  /** Key of its pane; the first if none is named. */
  pane?: string
  /** Openings, highs and lows of the bars whose closes are the values. */
  range?: { open: (number | null)[]; high: (number | null)[]; low: (number | null)[] }
}

/** A part of a chart with an axis of its own, above others over the same labels. */
export interface Pane {
  key: string
  /** Share of the height among the panes. */
  weight: number
  title?: string
  logarithmic?: boolean
  /** Values at which a thin line goes across. */
  guides?: number[]
  least?: number
  most?: number
}

/** A line over the first pane: across at one value, or from one label to another. */
export interface Overlay {
  name: string
  from: { label: string | null; value: number }
  to?: { label: string; value: number }
  /** Drawn by hand; otherwise found by rule. */
  own: boolean
  /** Its name stands below it. */
  below?: boolean
}

/** Something that happened at a label. */
export interface Happening {
  label: string
  kind: string
  title: string
  symbol: 'circle' | 'diamond' | 'triangle' | 'rect' | 'arrow' | 'pin' | 'roundRect'
  /** Upside down: a symbol that says "downwards". */
  down?: boolean
}

export type Show = (value: number, unit: string) => string
