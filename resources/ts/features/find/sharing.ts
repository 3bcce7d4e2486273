import { api, ask, Problem } from '@/api/client'
import { decode, encode, type Definition, type TableView } from './screen'

/** What an address holds that reproduces a page. */
export interface Shared {
  screen: Definition
  view: TableView
  tab: string
  asOf: string | null
}

/** An address that reproduces what is on the page. Own metrics are written out, so that it works for others too. */
export async function linkTo(page: Shared): Promise<string> {
  const screen = await ask(api.POST('/screens/written-out', { body: { screen: page.screen } }))
  return `${location.origin}/find#view=${await encode({ ...page, screen })}`
}

export async function readLink(text: string, asOf: string | null): Promise<Shared> {
  const shared = (await decode(text).catch(() => {
    throw new Error('The link is cut off or damaged. Ask for it again; nothing was changed.')
  })) as Shared
  await check(shared.screen, asOf)
  return shared
}

/** Reads a screen from a file; only one the server can run. */
export async function readFile(file: File, asOf: string | null): Promise<Definition> {
  try {
    const read = JSON.parse(await file.text()) as Definition
    await check(read, asOf)
    return read
  } catch (error) {
    throw error instanceof SyntaxError ? new Error(`${file.name} does not hold JSON: ${error.message}. Nothing was changed.`) : error
  }
}

/** That figures are still to be computed says nothing against a screen. */
async function check(candidate: Definition, asOf: string | null): Promise<void> {
  await ask(api.POST('/screens/run', { body: { screen: candidate, as_of: asOf, limit: 1 } })).catch((error: unknown) => {
    if (!(error instanceof Problem) || error.status !== 409) throw error
  })
}
