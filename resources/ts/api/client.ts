import createClient, { type Middleware } from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Figure = Schemas['Figure']
export type Working = Schemas['Working']
export type Metric = Schemas['Metric']

/** An error with a sentence to show: what happened and what to do next. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly proposal: string | null = null,
    readonly assumption: string | null = null,
    /** What has to be computed first, with a 409. */
    readonly formula: string | null = null,
    /** Character at which a formula went wrong, from 1. */
    readonly position: number | null = null,
    /** References that mean one company each, where a ticker means several. */
    readonly choices: NonNullable<Schemas['Problem']['choices']> = [],
    /** Sentences by the field they are about. */
    readonly errors: NonNullable<Schemas['Problem']['errors']> = {},
  ) {
    super(message)
  }
}

function cookie(name: string): string | null {
  const found = document.cookie.split('; ').find((part) => part.startsWith(name + '='))
  return found ? decodeURIComponent(found.slice(name.length + 1)) : null
}

const csrf: Middleware = {
  onRequest({ request }) {
    const token = cookie('XSRF-TOKEN')
    if (token) request.headers.set('X-XSRF-TOKEN', token)
    request.headers.set('Accept', 'application/json')
    if (sessionStorage.getItem('figures') === 'adjusted') request.headers.set('Logion-Figures', 'adjusted')
    const peers = sessionStorage.getItem('peers')
    if (peers) request.headers.set('Logion-Peers', peers)
    return request
  },
}

export const api = createClient<paths>({ baseUrl: '/api/v1' })
api.use(csrf)

/** Unwraps an answer; throws a Problem with the server's own sentence, or one about the connection. */
export async function ask<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let result
  try {
    result = await call
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new Problem(0, 'The connection to Logion was lost. What you typed is still here; check that it is running, then try again.')
  }
  if (!result.response.ok) {
    const body = (result.error ?? {}) as Partial<Schemas['Problem']>
    throw new Problem(
      result.response.status,
      body.detail ?? `The server answered ${result.response.status}. Try again.`,
      body.proposal ?? null,
      body.assumption ?? null,
      body.formula ?? null,
      body.position ?? null,
      body.choices ?? [],
      body.errors ?? {},
    )
  }
  return result.data as T
}

/** Sends a file as a form; the answer as `ask` gives it. */
export async function handIn(file: File): Promise<Schemas['Import']> {
  const body = new FormData()
  body.append('file', file)
  return ask(api.POST('/imports', { body: body as never, bodySerializer: (form) => form as unknown as FormData }))
}

/** A file to keep with a company. */
export function attach(ticker: string, file: File, day: string | null): Promise<Schemas['Paper']> {
  const body = new FormData()
  body.append('file', file)
  if (day) body.append('day', day)
  return ask(
    api.POST('/companies/{ticker}/papers', {
      params: { path: { ticker } },
      body: body as never,
      bodySerializer: (form) => form as unknown as FormData,
    }),
  )
}

/** Where a paper is read. */
export const paperAddress = (id: number): string => `/api/v1/papers/${id}`
