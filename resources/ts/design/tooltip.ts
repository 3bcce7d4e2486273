type Line = { text: string; color?: unknown }

/** The content of a chart's tooltip as elements: what names a company or a segment is text, whatever it looks like. */
export function tooltip(lines: Line[]): HTMLElement {
  const box = document.createElement('div')
  for (const { text, color } of lines) {
    const line = document.createElement('div')
    if (color !== undefined) {
      const marker = document.createElement('span')
      marker.className = 'tooltip-marker'
      marker.style.backgroundColor = String(color)
      line.append(marker)
    }
    line.append(text)
    box.append(line)
  }
  return box
}
