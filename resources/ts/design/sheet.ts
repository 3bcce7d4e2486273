/** A column of a table: what stands at its head, in its cells, and what it is sorted by. */
export interface SheetColumn<Row> {
  key: string
  head: string
  /** What is heard of a column without words at its head; by default what rows are, or what can be done. */
  heard?: string
  /** Text of a cell, where no slot fills it. */
  of?: (row: Row) => string | number | null | undefined
  /** What rows are sorted by when the head is chosen; a column without it cannot be sorted by. */
  by?: (row: Row) => string | number | null | undefined
  class?: string | ((row: Row) => string | undefined)
  title?: string
}

/** Columns of figures through time: one for each heading. */
export const columnsOf = <Row>(heads: (string | number)[], column?: Partial<SheetColumn<Row>>): SheetColumn<Row>[] =>
  heads.map((head, i) => ({ ...column, key: String(i), head: String(head) }))
