/** Hands a text or a file of the server to the person. */
export function download(name: string, content: string | Blob, type: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}

/** Rows as CSV (RFC 4180); a text that a spreadsheet would take for a formula is marked as text. */
export function csv(rows: (string | number | null | undefined)[][]): string {
  const cell = (value: string | number | null | undefined): string =>
    typeof value === 'number' ? String(value) : `"${(value ?? '').replaceAll('"', '""').replace(/^[=+\-@\t\r]/, "'$&")}"`
  return rows.map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n'
}
