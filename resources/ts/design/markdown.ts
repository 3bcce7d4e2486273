import MarkdownIt from 'markdown-it'

// HTML in a note is text, so nothing a note says can act.
const markdown = new MarkdownIt({ html: false, linkify: true, breaks: true })

/** A note as HTML; links open in a page of their own. */
export const render = (text: string): string =>
  markdown.render(text).replaceAll('<a href', '<a target="_blank" rel="noopener noreferrer" href')
